import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import type { Taped } from "../../lib/api/client";
import { Taped as fields } from "../../lib/api/fields";
import { progress } from "../../lib/api/queries";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/aftercare";
import { asked } from "./fields";

type Props = {
  plant: number;
  taped: Taped[];
  onTape: (taped: Taped[]) => void;
  wrong: (field: string) => string | undefined;
};

/** Names that nobody has to think of. */
const letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/** Roots that are followed by name: each as long as its tape says, its tip, and how far it is. */
export function Taping({ plant, taped, onTape, wrong }: Props) {
  const known = useQuery(progress(plant)).data?.tracks ?? [];
  const [named, setNamed] = useState<string[]>([]);
  const [name, setName] = useState("");
  const followed = known.filter((t) => !t.lost_on && (t.new || t.tip === "growing" || t.points.length > 1));
  const rows = [
    ...followed.map((t) => ({ root: t.root, label: t.label, isNew: !!t.new, was: t.points.at(-1)?.value })),
    ...named.map((n) => ({ root: n, label: n, isNew: true, was: undefined })),
  ];
  const taken = new Set(rows.map((r) => r.root));
  const free = [...letters].find((l) => !taken.has(l) && !known.some((t) => t.root === l)) ?? "";
  const add = () => {
    const given = name.trim().replaceAll(/[^A-Za-z0-9_-]+/g, "-");
    const of = given.charAt(0).toUpperCase() + given.slice(1) || free;
    if (of && !taken.has(of)) setNamed([...named, of]);
    setName("");
  };
  const change = (root: string, isNew: boolean, to: Partial<Taped>) => {
    const was = taped.find((t) => t.root === root) ?? { root, ...(isNew && { new: true }) };
    const now = Object.fromEntries(
      Object.entries({ ...was, ...to }).filter(([, v]) => v !== undefined && v !== ""),
    ) as Taped;
    const others = taped.filter((t) => t.root !== root);
    const said = Object.keys(now).some((k) => k !== "root" && k !== "new");
    onTape(said ? [...others, now] : others);
  };
  return (
    <div data-part="taping">
      {rows.map((r) => (
        <OneRoot key={r.root} r={r} taped={taped} wrong={wrong} change={(to) => change(r.root, r.isNew, to)} />
      ))}
      <Row>
        <TextLine {...fields.root} value={name} onChange={setName} />
        <Button onClick={add}>{tell("follow", { trim: name.trim() || free })}</Button>
      </Row>
    </div>
  );
}

type OneProps = {
  r: { root: string; label: string; was?: number };
  taped: Taped[];
  wrong: Props["wrong"];
  change: (to: Partial<Taped>) => void;
};

/** One of them. */
function OneRoot({ r, taped, wrong, change }: OneProps) {
  const t = taped.find((x) => x.root === r.root);
  const at = t ? taped.indexOf(t) : -1;
  const choice = (field: "tip" | "at", options: keyof typeof asked, label: string) => {
    const how = asked[options];
    return how && "options" in how ? (
      <Choice
        label={label}
        value={t?.[field] ?? ""}
        options={how.options}
        onChange={(v) => change({ [field]: v || undefined })}
        error={at < 0 ? undefined : wrong(`roots[${at}].${field}`)}
      />
    ) : null;
  };
  return (
    <fieldset className={view.ruled} data-root={r.root}>
      <legend>
        <Tell
          of="root-2"
          with={{
            label: r.label,
            before: r.was !== undefined && <Aside>{tell("was-mm", { was: Math.round(r.was) })}</Aside>,
          }}
        />
      </legend>
      <Figure
        {...fields.length_mm}
        value={t?.length_mm}
        start={r.was ?? 0}
        onChange={(v) => change({ length_mm: v })}
        error={at < 0 ? undefined : wrong(`roots[${at}].length_mm`)}
      />
      {choice("tip", "tip_state", tell("its-tip"))}
      {choice("at", "tips_at", tell("it-is"))}
      <Choice
        label={tell("else")}
        value={t?.kept === "no" ? "lost" : t?.branched === "yes" ? "branched" : ""}
        options={[
          ["branched", tell("it-branched")],
          ["lost", tell("lost")],
        ]}
        onChange={(v) =>
          change({
            kept: v === "lost" ? "no" : undefined,
            branched: v === "branched" ? "yes" : undefined,
          })
        }
      />
    </fieldset>
  );
}
