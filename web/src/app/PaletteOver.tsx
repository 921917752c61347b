import { useQuery } from "@tanstack/react-query";
import { Input, Menu, Modal } from "antd";
import { useDeferredValue, useState, type KeyboardEvent } from "react";
import { useLocation, useNavigate } from "react-router";
import { fewPlants } from "../lib/api/queries";
import { useKept } from "../lib/kept";
import { run } from "../lib/run";
import { Why } from "../ui/Said";
import { tell } from "../words/app";
import { rooms } from "./rooms";

/** The steps of the plant at hand, by their addresses. */
const steps = [
  ["", tell("at-a-glance")],
  ["intake", tell("intake")],
  ["look", tell("look")],
  ["unpot", tell("unpot")],
  ["roots", tell("roots")],
  ["causes", tell("cause")],
  ["cleaning", tell("clean")],
  ["cleaning/pests", tell("pests")],
  ["cleaning/division", tell("divide")],
  ["rehome", tell("rooting")],
  ["rehome/pot-or-hold", tell("pot-or-hold")],
  ["rehome/pot", tell("pot-and-mix")],
  ["rehome/jobs", tell("jobs-of-the-new-home")],
  ["aftercare", tell("aftercare")],
  ["progress", tell("progress")],
  ["weights", tell("weights")],
  ["history", tell("case-sheet-and-history")],
  ["incidents", tell("something-broke")],
] as const;

type Way = { key: string; label: string; go: () => void };

/** The palette itself: what is typed is looked for among plants, steps, rooms and what can be done. */
export default function PaletteOver({ onTurn, onClose }: { onTurn: () => void; onClose: () => void }) {
  const [words, setWords] = useState("");
  const [at, setAt] = useState(0);
  const sought = useDeferredValue(words);
  const answer = useQuery({ ...fewPlants({ q: sought || undefined }), placeholderData: (before) => before });
  const [, spell] = useKept("therapeon.marks");
  const plant = /^\/plants\/\d+/.exec(useLocation().pathname)?.[0];
  const navigate = useNavigate();
  const to = (path: string) => () => run(Promise.resolve(navigate(path)));
  const named = (w: Way) => w.label.toLowerCase().includes(words.toLowerCase());
  // An answer to fewer letters than are typed by now may name another plant.
  const stale = answer.isPlaceholderData || sought !== words;
  const found = (answer.data?.plants ?? [])
    .map((p): Way => ({ key: `p${p.id}`, label: p.intake.tag, go: to(`/plants/${p.id}`) }))
    .filter((w) => !stale || named(w));
  const all: Way[] = [
    ...(plant
      ? steps.map(([path, label]) => ({
          key: `s${path}`,
          label: tell("this-plant", { label }),
          go: to(`${plant}/${path}`),
        }))
      : []),
    ...rooms.map(([path, label]) => ({ key: path, label, go: to(path) })),
    { key: "forecasts", label: tell("how-good-its-forecasts-are"), go: to("/forecast") },
    { key: "evening", label: tell("an-evenings-crates"), go: to("/today/evening") },
    { key: "away", label: tell("away"), go: to("/today/away") },
    { key: "people", label: tell("people-and-devices"), go: to("/settings/people") },
    { key: "new", label: tell("new-plant"), go: to("/bench?new") },
    { key: "light", label: tell("day-or-night-light"), go: onTurn },
    { key: "marks", label: tell("spell-the-marks-out"), go: () => spell("spelt") },
    { key: "signs", label: tell("marks-as-signs"), go: () => spell("") },
  ].filter(named);
  const ways = [...(words ? found.slice(0, 6) : []), ...all].slice(0, 18);
  const chosen = ways[Math.min(at, ways.length - 1)];
  const take = (way: Way | undefined) => {
    if (!way) return;
    way.go();
    onClose();
  };
  const onKey = (e: KeyboardEvent) => {
    if (e.key === "ArrowDown" || e.key === "ArrowUp") {
      e.preventDefault();
      setAt((n) => (n + (e.key === "ArrowDown" ? 1 : -1) + ways.length) % Math.max(1, ways.length));
    } else if (e.key === "Enter") take(chosen);
  };
  return (
    <Modal
      open
      title={tell("go-to")}
      footer={null}
      onCancel={onClose}
      getContainer={() => document.getElementById("over") ?? document.body}
    >
      <div data-holds-page>
        <Input
          autoFocus
          value={words}
          placeholder={tell("a-plant-a-step-a-room-or-what-to")}
          aria-label={tell("go-to")}
          onChange={(e) => {
            setWords(e.target.value);
            setAt(0);
          }}
          onKeyDown={onKey}
        />
        <Menu
          selectedKeys={chosen ? [chosen.key] : []}
          items={ways.map(({ key, label }) => ({ key, label }))}
          onClick={({ key }) => take(ways.find((w) => w.key === key))}
        />
        <Why>{tell("arrow-keys-choose-enter-goes")}</Why>
      </div>
    </Modal>
  );
}
