import { Button, Input, Select } from "antd";
import type { Intake } from "../../lib/api/client";
import * as fields from "../../lib/api/fields";
import type { Words } from "../../lib/words";
import { Choice, Tick } from "../../ui/Choice";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Row } from "../../ui/Row";
import view from "../../ui/view.module.css";
import { tell } from "../../words/intake";
import css from "./intake.module.css";
import type { FormProps } from "./useIntake";

type Part = Partial<Intake>;

type Claim = NonNullable<Intake["claims"]>[number];
type Parent = NonNullable<Intake["parents"]>[number];

/** As the request has them. */
const most = 8;

const unknown = ["", tell("not-noted")] as const;

const grounds = [
  { value: "", label: tell("not-known") },
  { value: "tree", label: tell("on-trees") },
  { value: "rock", label: tell("on-rock") },
  { value: "litter", label: tell("in-litter-humus") },
  { value: "limestone", label: tell("on-limestone") },
];

const sayers = [
  { value: "maker", label: tell("its-maker") },
  { value: "genus", label: tell("said-of-its-genus") },
  { value: "grower", label: tell("a-grower") },
  { value: "other", label: tell("someone-else") },
];

const choices: [keyof Intake, string, Words][] = [
  [
    "lime",
    tell("does-it-grow-on-limestone"),
    [unknown, ["yes", tell("yes-it-wants-lime")], ["no", tell("no-lime-harms-it")]],
  ],
  ["waters", tell("how-is-it-watered-here"), [unknown, ["often", tell("often")], ["seldom", tell("seldom")]]],
  ["water_so_far", tell("the-water-it-had"), [unknown, ["soft", tell("soft-rain-or-pure")], ["hard", tell("hard")]]],
  [
    "fed_so_far",
    tell("how-it-was-fed"),
    [unknown, ["none", tell("not-at-all")], ["some", tell("some")], ["heavy", tell("heavily")]],
  ],
  [
    "replaceable",
    tell("could-it-be-replaced"),
    [unknown, ["common", tell("easily")], ["rare", tell("hardly")], ["never", tell("never")]],
  ],
];

/** What this one plant has of its own: each is used where it matters, and none is asked for before. */
export function Own({ form, change, wrong }: FormProps) {
  return (
    <Fold summary={tell("its-own-parents-warmth-water-so")}>
      <Tick
        label={tell("it-stands-in-an-outer-pot")}
        hint={tell("water-can-stand-in-it-out-of")}
        checked={!!form.outer_pot}
        onChange={(on) => change({ outer_pot: on || undefined })}
      />
      {choices.map(([field, label, options]) => (
        <Choice
          key={field}
          label={label}
          value={(form[field] as string | undefined) ?? ""}
          options={options}
          onChange={(v) => change({ [field]: v || undefined } as Part)}
        />
      ))}
      <Parents list={form.parents ?? []} onChange={(parents) => change({ parents })} error={wrong("parents")} />
      <Claims list={form.claims ?? []} onChange={(claims) => change({ claims })} error={wrong("claims")} />
      <div className={view.columns}>
        <Figure
          {...fields.Intake.stood_low_c}
          value={form.stood_low_c}
          onChange={(stood_low_c) => change({ stood_low_c })}
          usual="–"
        />
        <Figure
          {...fields.Intake.usual_growths}
          value={form.usual_growths}
          onChange={(usual_growths) => change({ usual_growths })}
          usual="–"
        />
        <Figure
          {...fields.Intake.usual_leaf_mm}
          value={form.usual_leaf_mm}
          onChange={(usual_leaf_mm) => change({ usual_leaf_mm })}
          usual="–"
        />
      </div>
    </Fold>
  );
}

type ListProps<T> = { list: T[]; onChange: (list: T[] | undefined) => void; error?: string };

const without = <T,>(list: T[], i: number) => (list.length > 1 ? list.filter((_, at) => at !== i) : undefined);
const put = <T,>(list: T[], i: number, part: Partial<T>) =>
  list.map((one, at) => (at === i ? { ...one, ...part } : one));

/** Its parents, or the species itself, and where each grows. They may contradict each other. */
function Parents({ list, onChange, error }: ListProps<Parent>) {
  return (
    <section className={css.list} aria-label={tell("parents")}>
      <h3>{tell("its-parents-or-the-species-and")}</h3>
      {list.map((p, i) => (
        <Row key={i}>
          <Input
            aria-label={tell("parent", { n: i + 1 })}
            value={p.name}
            placeholder={tell("its-name")}
            maxLength={fields.Parent.name.max}
            onChange={(e) => onChange(put(list, i, { name: e.target.value || undefined }))}
          />
          <Select
            aria-label={tell("parent-grows", { n: i + 1 })}
            value={p.grows ?? ""}
            options={grounds}
            onChange={(v) => onChange(put(list, i, { grows: (v || undefined) as Parent["grows"] }))}
          />
          <Button onClick={() => onChange(without(list, i))}>{tell("take-it-out")}</Button>
        </Row>
      ))}
      {list.length < most && <Button onClick={() => onChange([...list, {}])}>{tell("add-a-parent")}</Button>}
      {error && <FieldError words={error} />}
    </section>
  );
}

/** How warm it wants it, by who says so. */
function Claims({ list, onChange, error }: ListProps<Claim>) {
  return (
    <section className={css.list} aria-label={tell("claims-of-warmth")}>
      <h3>{tell("how-warm-it-wants-it-by-who-says")}</h3>
      {list.map((c, i) => (
        <Row key={i}>
          <Select
            aria-label={tell("claim-by", { n: i + 1 })}
            value={c.by}
            options={sayers}
            onChange={(by) => onChange(put(list, i, { by }))}
          />
          <Figure {...fields.Claim.low_c} value={c.low_c} onChange={(low_c) => onChange(put(list, i, { low_c }))} />
          <Figure {...fields.Claim.high_c} value={c.high_c} onChange={(high_c) => onChange(put(list, i, { high_c }))} />
          <Button onClick={() => onChange(without(list, i))}>{tell("take-it-out")}</Button>
        </Row>
      ))}
      {list.length < most && (
        <Button onClick={() => onChange([...list, { by: "maker" }])}>{tell("add-a-claim")}</Button>
      )}
      {error && <FieldError words={error} />}
    </section>
  );
}
