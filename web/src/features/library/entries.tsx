import { useEffect, useRef, type ReactNode } from "react";
import { Link, useParams } from "react-router";
import { Drawing } from "../../draw/LookalikeDrawing";
import type {
  Cause,
  CauseKnowledge,
  Caution,
  Finding,
  Lookalikes,
  Pest,
  Product,
  Profile,
  Term,
  Text,
} from "../../lib/api/client";
import { percent } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Aside, Why } from "../../ui/Said";
import view from "../../ui/view.module.css";
import css from "./library.module.css";

const scale: Record<string, string> = {
  "+++": "speaks very strongly for it",
  "++": "speaks strongly for it",
  "+": "speaks for it",
  "-": "speaks against it",
  "--": "speaks strongly against it",
};

type EntryProps = { shelf: string; code: string; title: string; aside?: string; line: Text; children: ReactNode };

/** One entry with an address of its own: its name and a line on it, and the rest on demand. */
function Entry({ shelf, code, title, aside, line, children }: EntryProps) {
  const at = useParams();
  const asked = at.shelf === shelf && at.entry === code;
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (asked) place.current?.scrollIntoView({ block: "start" });
  }, [asked]);
  return (
    <div ref={place}>
      <Fold
        key={String(asked)}
        id={`${shelf}-${code}`}
        open={asked}
        summary={
          <span>
            <b>{title}</b> {aside && <Aside>{aside}</Aside>}
            <span className={css.line}>
              <Aside>{line.value}</Aside>
            </span>
          </span>
        }
      >
        <Why>
          Where that line is from: <Mark from={line} /> <Link to={`/library/${shelf}/${code}`}>its own address</Link>
        </Why>
        {children}
      </Fold>
    </div>
  );
}

function Said({ text }: { text: Text }) {
  return (
    <p>
      <Marked text={text} />
    </p>
  );
}

/** What speaks for and against a cause, by the name of theme or finding. */
export function CauseEntry({
  cause: c,
  knowledge,
  groups,
}: {
  cause: Cause;
  knowledge: CauseKnowledge;
  groups: Profile[];
}) {
  const name = (code: string) =>
    knowledge.themes.find((t) => t.code === code)?.name.value ??
    knowledge.findings.find((f) => f.code === code)?.name.value ??
    code;
  const weights = Object.entries(c.weights).sort(([, a], [, b]) => order(b.value) - order(a.value));
  return (
    <Entry
      shelf="causes"
      code={c.code}
      title={c.name}
      aside={c.kind === "harmless" ? "harmless" : c.urgent ? "spreads" : undefined}
      line={c.about}
    >
      <ul>
        {weights.map(([code, w]) => (
          <li key={code}>
            <b>{name(code)}</b> {scale[w.value]} <Mark from={w} />
          </li>
        ))}
      </ul>
      <p>
        Holds on about {percent(c.prior.value)} of rescued plants before anything is looked at. <Mark from={c.prior} />
      </p>
      {Object.entries(c.groups ?? {}).map(([g, w]) => (
        <p key={g}>
          {w.value === "more" ? "More usual" : "Much more usual"} in {groups.find((x) => x.code === g)?.name ?? g}.{" "}
          <Mark from={w} />
        </p>
      ))}
      {(c.do ?? []).map((code) => {
        const a = knowledge.actions.find((x) => x.code === code);
        return a && <Said key={code} text={a.words} />;
      })}
      <Said text={c.prevent} />
    </Entry>
  );
}

const order = (w: string) => (w.startsWith("+") ? w.length : -w.length);

/** How to tell a finding, and which causes it bears on. */
export function FindingEntry({ finding: f, knowledge }: { finding: Finding; knowledge: CauseKnowledge }) {
  const theme = f.theme ?? f.code;
  const bears = knowledge.causes.filter((c) => c.weights[theme]);
  const rivals = knowledge.rivals.filter((r) => r.one === f.code || r.other === f.code);
  const name = (code: string) => knowledge.findings.find((x) => x.code === code)?.name.value ?? code;
  const others = knowledge.findings.filter((x) => x.theme && x.theme === f.theme && x.code !== f.code);
  return (
    <Entry
      shelf="findings"
      code={f.code}
      title={f.name.value}
      aside={knowledge.parts[f.part]?.value.toLowerCase()}
      line={f.tell}
    >
      <ul>
        {bears.map((c) => {
          const w = c.weights[theme];
          return (
            w && (
              <li key={c.code}>
                <b>{c.name}</b>: {scale[w.value]} <Mark from={w} />
              </li>
            )
          );
        })}
      </ul>
      {others.length > 0 && (
        <p>
          Counted together with: {others.map((o) => o.name.value.toLowerCase()).join("; ")}. They are views of one
          thing, and however many agree they count no more than that thing.
        </p>
      )}
      {rivals.map((r) => (
        <p key={r.one + r.other}>
          Does not go with: {name(r.one === f.code ? r.other : r.one).toLowerCase()}. <Marked text={r.why} />
        </p>
      ))}
    </Entry>
  );
}

/** What is easily taken for one another, drawn side by side. */
export function SideBySide({
  lookalikes: l,
  name,
}: {
  lookalikes: Lookalikes;
  name: (code: string) => string | undefined;
}) {
  return (
    <section className={css.alike} data-alike={l.code}>
      <h3>{l.name}</h3>
      <div>
        {l.sides.map((s) => (
          <figure key={s.name}>
            <Drawing code={s.drawing} label={s.name} />
            <figcaption>
              <b>{s.name}</b>
              <p>
                <Marked text={s.tell} />
              </p>
              {s.cause && <small>{name(s.cause)}</small>}
            </figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}

const rows: [string, (g: Profile) => Text | Term | undefined][] = [
  ["Also called", (g) => g.common],
  ["Habit", (g) => g.habit],
  ["Storage", (g) => g.storage_organs],
  ["Roots, dry", (g) => g.root_colour_dry],
  ["Roots, wet", (g) => g.root_colour_wet],
  ["Greens on wetting", (g) => g.greens_on_wetting],
  ["Touch", (g) => g.touch],
  ["Aerial roots", (g) => g.aerial_roots],
  ["Base", (g) => g.base_height],
  ["Being disturbed", (g) => g.disturbance],
  ["To be moved", (g) => g.moves],
  ["New roots", (g) => g.roots_start],
  ["Moisture", (g) => g.moisture_style],
  ["Feed", (g) => g.feed],
  ["Temperature, °C", (g) => g.temperature_c],
  ["Rest", (g) => g.rest],
  ["Light", (g) => g.light],
  ["Medium pH", (g) => g.medium_ph],
];

/** The profile of a group. */
export function GroupEntry({ group: g }: { group: Profile }) {
  return (
    <Entry shelf="groups" code={g.code} title={g.name} line={g.about}>
      <Facts
        read
        rows={[
          ...rows.flatMap(([label, of]): [string, ReactNode][] => {
            const text = of(g);
            return text ? [[label, <Marked key={label} text={text} />]] : [];
          }),
          [
            "First new root",
            <>
              about {g.weeks_to_first_root.value} weeks, then {g.elongation_mm_per_day.value} mm a day{" "}
              <Mark from={g.weeks_to_first_root} />
            </>,
          ],
        ]}
      />
    </Entry>
  );
}

/** A caution, in its words. */
export function CautionEntry({ caution: c }: { caution: Caution }) {
  return (
    <p className={view.ruled} data-tone="act" id={c.code}>
      <Marked text={c.words} />
    </p>
  );
}

/** A pest, and the warmth it grows by. */
export function PestEntry({ pest: p }: { pest: Pest }) {
  return (
    <Entry shelf="pests" code={p.code} title={p.name} aside="by warmth" line={p.look}>
      <p>
        From egg to adult it needs {p.k_degree_days.value} degree-days <Mark from={p.k_degree_days} /> above{" "}
        {p.t0_c.value} °C <Mark from={p.t0_c} />, of which {percent(p.egg_share.value)} in the egg.{" "}
        <Mark from={p.egg_share} />{" "}
        <Marked text={{ ...p.stops_c, value: `Above ${p.stops_c.value} °C it grows no faster.` }} />
      </p>
    </Entry>
  );
}

/** A product, and how strong it is used. */
export function ProductEntry({ product: p }: { product: Product }) {
  const first = p.uses[0];
  if (!first) return null;
  return (
    <Entry
      shelf="products"
      code={p.code}
      title={p.name}
      aside={p.by_label ? "by its label" : undefined}
      line={first.how}
    >
      <ul>
        {p.uses.map((u) => (
          <li key={u.code}>
            <b>{u.name}</b> {u.percent && <Figured figure={u.percent} unit="%" />}
            {u.most_percent && (
              <>
                , at most <Figured figure={u.most_percent} unit="%" />
              </>
            )}
            {u.ppm && <Figured figure={u.ppm} unit="ppm" />}
            {u.most_ppm && (
              <>
                , at most <Figured figure={u.most_ppm} unit="ppm" />
              </>
            )}
          </li>
        ))}
      </ul>
      {p.tip && <Said text={p.tip} />}
    </Entry>
  );
}

function Figured({ figure: f, unit }: { figure: { value: number; mark: string; source?: string }; unit: string }) {
  return (
    <>
      {f.value} {unit} <Mark from={f} />
    </>
  );
}
