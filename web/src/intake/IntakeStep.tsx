import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Spin } from "antd";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { ask, client, type Intake, type Profile } from "../api/client";
import { groups, places } from "../api/queries";
import { Choice, FieldError, Tick } from "../parts/Choice";
import { Figure } from "../parts/Figure";
import { Trouble } from "../parts/Trouble";
import { PlantSoFar } from "../plant/PlantSoFar";
import { usePlant } from "../plant/PlantPage";
import { Saved, Standing } from "../saving/Standing";
import { bulbStates, day, flowerings, media, pots, rootClasses, wordOf } from "../words";
import { OwnSides } from "../house/OwnSides";
import { Blades } from "./Blades";
import { Own } from "./Own";
import "./intake.css";
import { useIntake } from "./useIntake";
import { run } from "../parts/run";

const unknown = ["", "Not noted"] as const;

/** Who is this plant, where from, and what is known of it; shown when all of it has come,
  so that nothing moves under a hand. */
export default function IntakeStep() {
  const kinds = useQuery(groups);
  if (kinds.data) return <Sheet kinds={kinds.data} />;
  const wrong = kinds.error;
  if (wrong) return <Trouble error={wrong} again={() => location.reload()} />;
  return <Spin className="waiting" size="large" />;
}

function Sheet({ kinds }: { kinds: Profile[] }) {
  const { plant, profile } = usePlant();
  const stands = useQuery(places).data ?? [];
  const { desk, entered: form, standing } = useIntake(plant);
  const change = (part: Partial<Intake>) => desk.change((now) => ({ ...now, ...part }));
  const faults = standing.is === "refused" ? standing.faults : [];
  const wrong = (field: string) => faults.find((f) => f.field.split("[")[0] === `intake.${field}`)?.words;
  const pick =
    <K extends keyof Intake>(field: K) =>
    (code: string) =>
      change({ [field]: code || undefined } as Partial<Intake>);

  return (
    <div className="step">
      <section className="intake">
        <Saved standing={standing} />
        <Standing
          what="plant"
          standing={standing}
          onSettle={(keep) => run(desk.settle(keep))}
          onUndo={() => desk.undo()}
        />
        <Row label="Tag or name" error={wrong("tag")}>
          <Input value={form.tag} maxLength={80} onChange={(e) => change({ tag: e.target.value })} />
        </Row>
        <Row label="Group" error={wrong("group")}>
          <select value={form.group} onChange={(e) => change({ group: e.target.value })}>
            {kinds.map((g) => (
              <option key={g.code} value={g.code}>
                {g.name}
              </option>
            ))}
          </select>
        </Row>
        <div className="intake-pair">
          <Row label="Arrived on" hint="2030-04-12, or 2030-04 or 2030" error={wrong("arrived_on")}>
            <Input value={form.arrived_on} onChange={(e) => change({ arrived_on: e.target.value || undefined })} />
          </Row>
          <Row label="From whom or where" error={wrong("source")}>
            <Input
              value={form.source}
              maxLength={200}
              onChange={(e) => change({ source: e.target.value || undefined })}
            />
          </Row>
        </div>
        <Tick
          label="Keep it apart"
          hint="It may carry something. It is handled last, with its own blade."
          checked={!!form.kept_apart}
          onChange={(on) => change({ kept_apart: on || undefined })}
        />
        <Tick
          label="Terete leaves, round like pencils"
          hint="Oil and strong soap can smother them, so neither is put on the plan."
          checked={!!form.terete_leaves}
          onChange={(on) => change({ terete_leaves: on || undefined })}
        />
        <Row label="Where it stands" error={wrong("place_id")}>
          <select
            value={form.place_id ?? 0}
            onChange={(e) => change({ place_id: Number(e.target.value) || undefined })}
          >
            <option value={0}>Not noted</option>
            {stands.map((p) => (
              <option key={p.id} value={p.id}>
                {p.place.name}
              </option>
            ))}
          </select>
        </Row>
        {plant.spike_cut_on && <p className="why">Its spike was cut on {day(plant.spike_cut_on)}.</p>}
        <Choice
          label="Flowers"
          value={form.flowering ?? ""}
          options={[unknown, ...flowerings]}
          onChange={pick("flowering")}
        />
        <div className="intake-pair">
          <Figure
            label="Leaves"
            value={form.leaf_count || undefined}
            onChange={(n) => change({ leaf_count: n })}
            min={1}
            max={500}
            whole
            by={1}
            usual="–"
          />
          {profile.storage_organs.value !== "none" && (
            <Figure
              label={profile.storage_organs.value === "canes" ? "Canes" : "Bulbs"}
              value={form.bulb_count || undefined}
              onChange={(n) => change({ bulb_count: n })}
              min={1}
              max={500}
              whole
              by={1}
              usual="–"
            />
          )}
        </div>
        {profile.storage_organs.value !== "none" && (
          <Choice
            label="They are"
            value={form.bulb_state ?? ""}
            options={[unknown, ...bulbStates]}
            onChange={pick("bulb_state")}
          />
        )}
        <Blades blades={form.blades ?? []} onChange={(blades) => change({ blades })} error={wrong("blades")} />
        <Row label="Last repotted" hint="A day, a month or a year" error={wrong("last_repotted")}>
          <Input value={form.last_repotted} onChange={(e) => change({ last_repotted: e.target.value || undefined })} />
        </Row>
        <Choice
          label="Medium it came in"
          value={form.old_medium ?? ""}
          options={[unknown, ...media]}
          onChange={pick("old_medium")}
        />
        <Choice label="Pot it came in" value={form.pot ?? ""} options={[unknown, ...pots]} onChange={pick("pot")} />
        {form.pot !== "none" && form.pot !== "mount" && (
          <div className="intake-pair">
            <Figure
              label="Old pot, width inside"
              unit="mm"
              value={form.old_pot_mm}
              onChange={(old_pot_mm) => change({ old_pot_mm })}
              min={20}
              max={1000}
              usual="–"
              error={wrong("old_pot_mm")}
            />
            <Figure
              label="Old pot, height inside"
              unit="mm"
              value={form.old_pot_high_mm}
              onChange={(old_pot_high_mm) => change({ old_pot_high_mm })}
              min={15}
              max={1000}
              usual="–"
              error={wrong("old_pot_high_mm")}
            />
          </div>
        )}
        {plant.standing && (
          <p className="why">
            That is what it came in. Since {day(plant.standing.since)} it stands in{" "}
            {wordOf(media, plant.standing.medium)}, {wordOf(pots, plant.standing.pot)}.
          </p>
        )}
        <Choice
          label="Normal root colour for this plant"
          value={form.root_class ?? ""}
          options={[["", `As its group: ${profile.root_colour_dry.value}`], ...rootClasses]}
          onChange={pick("root_class")}
        />
        <Own form={form} change={change} wrong={wrong} />
        <OwnSides at="intake" taken={form.sides} onTake={(sides) => change({ sides })} />
        <Row label="Notes" error={wrong("notes")}>
          <Input.TextArea
            value={form.notes}
            rows={4}
            maxLength={4000}
            onChange={(e) => change({ notes: e.target.value || undefined })}
          />
        </Row>
        <Archive />
      </section>
      <PlantSoFar />
    </div>
  );
}

function Row({ label, hint, error, children }: { label: string; hint?: string; error?: string; children: ReactNode }) {
  return (
    <div className="row" data-field={label}>
      <label>
        <span className="figure-label">
          {label} {hint && <small>{hint}</small>}
        </span>
        {children}
      </label>
      {error && <FieldError words={error} />}
    </div>
  );
}

function Archive() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const go = useNavigate();
  const archived = !!plant.archived_at;
  const turn = async () => {
    await ask(
      client.PUT("/api/v1/plants/{id}/archived", { params: { path: { id: plant.id } }, body: { archived: !archived } }),
    );
    await cache.invalidateQueries({ queryKey: ["plants"] });
    await cache.invalidateQueries({ queryKey: ["plant", plant.id] });
    if (!archived) await go("/");
  };
  return (
    <p className="archive">
      <Button onClick={() => run(turn())}>{archived ? "Put it back on the bench" : "Take it off the bench"}</Button>
      <small>
        {archived
          ? "It was archived with everything about it."
          : "It is archived with everything about it, and can come back."}
      </small>
    </p>
  );
}
