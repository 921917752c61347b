import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, Refused, type Intake, type Plant } from "../api/client";

const PAUSE_MS = 400;

/** The intake form: every change is kept after a short pause, and before one leaves. */
export function useIntake(plant: Plant) {
  const cache = useQueryClient();
  const [form, setForm] = useState<Intake>(plant.intake);
  const [trouble, setTrouble] = useState<Refused>();
  const [saved, setSaved] = useState(true);
  const latest = useRef({ form: plant.intake, version: plant.version, dirty: false, busy: false });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const save = useCallback(async () => {
    const now = latest.current;
    if (!now.dirty || now.busy) return;
    now.dirty = false;
    now.busy = true;
    try {
      const p = await ask(
        client.PUT("/api/v1/plants/{id}", {
          params: { path: { id: plant.id } },
          body: { version: now.version, intake: now.form },
          keepalive: true,
        }),
      );
      now.version = p.version;
      setTrouble(undefined);
      setSaved(!now.dirty);
      cache.setQueryData(["plant", plant.id], p);
      void cache.invalidateQueries({ queryKey: ["plants"] });
      void cache.invalidateQueries({ queryKey: ["reading"] });
    } catch (e) {
      setTrouble(e instanceof Refused ? e : new Refused());
    } finally {
      now.busy = false;
      if (now.dirty) void save();
    }
  }, [plant.id, cache]);

  const change = useCallback(
    (part: Partial<Intake>) => {
      const next = { ...latest.current.form, ...part };
      latest.current.form = next;
      latest.current.dirty = true;
      setForm(next);
      setSaved(false);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), PAUSE_MS);
    },
    [save],
  );

  useEffect(() => {
    const leave = () => void save();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      clearTimeout(timer.current);
      leave();
    };
  }, [save]);

  return { form, change, trouble, saved };
}
