import { useEffect, useRef, type ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Cause, CauseKnowledge, Caution, Finding, Pest, Product, Profile, Term, Text } from "../../lib/api/client";
import { percent } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Aside, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/library";
import css from "./library.module.css";

const scale: Record<string, string> = {
  "+++": tell("speaks-very-strongly-for-it"),
  "++": tell("speaks-strongly-for-it"),
  "+": tell("speaks-for-it"),
  "-": tell("speaks-against-it"),
  "--": tell("speaks-strongly-against-it"),
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
              <Aside>
                <Say of={line} />
              </Aside>
            </span>
          </span>
        }
      >
        <Why>
          <Tell
            of="where-that-line-is-from-its-own"
            with={{ mark: <Mark from={line} /> }}
            parts={{ link: <Link to={`/library/${shelf}/${code}`} /> }}
          />
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
      aside={c.kind === "harmless" ? tell("harmless") : c.urgent ? tell("spreads") : undefined}
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
        <Tell
          of="holds-on-about-of-rescued-plants"
          with={{ prior: percent(c.prior.value), mark: <Mark from={c.prior} /> }}
        />
      </p>
      {Object.entries(c.groups ?? {}).map(([g, w]) => (
        <p key={g}>
          <Tell
            of="in"
            with={{
              value: w.value === "more" ? tell("more-usual") : tell("much-more-usual"),
              name: groups.find((x) => x.code === g)?.name ?? g,
              mark: <Mark from={w} />,
            }}
          />
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
    <Entry shelf="findings" code={f.code} title={f.name.value} aside={knowledge.parts[f.part]?.value} line={f.tell}>
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
        <p>{tell("counted-together-with-they-are", { findings: others.map((o) => o.name.value).join("; ") })}</p>
      )}
      {rivals.map((r) => (
        <p key={r.one + r.other}>
          <Tell
            of="does-not-go-with"
            with={{ name: name(r.one === f.code ? r.other : r.one), why: <Marked text={r.why} /> }}
          />
        </p>
      ))}
    </Entry>
  );
}

const rows: [string, (g: Profile) => Text | Term | undefined][] = [
  [tell("also-called"), (g) => g.common],
  [tell("habit"), (g) => g.habit],
  [tell("storage"), (g) => g.storage_organs],
  [tell("roots-dry"), (g) => g.root_colour_dry],
  [tell("roots-wet"), (g) => g.root_colour_wet],
  [tell("greens-on-wetting"), (g) => g.greens_on_wetting],
  [tell("touch"), (g) => g.touch],
  [tell("aerial-roots"), (g) => g.aerial_roots],
  [tell("base"), (g) => g.base_height],
  [tell("being-disturbed"), (g) => g.disturbance],
  [tell("to-be-moved"), (g) => g.moves],
  [tell("new-roots"), (g) => g.roots_start],
  [tell("moisture"), (g) => g.moisture_style],
  [tell("feed"), (g) => g.feed],
  [tell("temperature-c"), (g) => g.temperature_c],
  [tell("rest"), (g) => g.rest],
  [tell("light"), (g) => g.light],
  [tell("medium-ph"), (g) => g.medium_ph],
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
            tell("first-new-root"),
            <>
              <Tell
                of="about-weeks-then-mm-a-day"
                with={{
                  weekstofirstroot: g.weeks_to_first_root.value,
                  elongationmmperday: g.elongation_mm_per_day.value,
                  mark: <Mark from={g.weeks_to_first_root} />,
                }}
              />
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
    <Entry shelf="pests" code={p.code} title={p.name} aside={tell("by-warmth")} line={p.look}>
      <p>
        <Tell
          of="from-egg-to-adult-it-needs"
          with={{
            kdegreedays: p.k_degree_days.value,
            mark: <Mark from={p.k_degree_days} />,
            t0c: p.t0_c.value,
            mark2: <Mark from={p.t0_c} />,
            eggshare: percent(p.egg_share.value),
            mark3: <Mark from={p.egg_share} />,
            marked: (
              <Marked text={{ ...p.stops_c, value: tell("above-c-it-grows-no-faster", { stopsc: p.stops_c.value }) }} />
            ),
          }}
        />
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
      aside={p.by_label ? tell("by-its-label") : undefined}
      line={first.how}
    >
      <ul>
        {p.uses.map((u) => (
          <li key={u.code}>
            <b>{u.name}</b> {u.percent && <Figured figure={u.percent} unit="%" />}
            {u.most_percent && (
              <>
                {", "}
                <Tell of="at-most" with={{ figure: <Figured figure={u.most_percent} unit="%" /> }} />
              </>
            )}
            {u.ppm && <Figured figure={u.ppm} unit="ppm" />}
            {u.most_ppm && (
              <>
                {", "}
                <Tell of="at-most" with={{ figure: <Figured figure={u.most_ppm} unit="ppm" /> }} />
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
