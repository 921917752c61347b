import { Link } from "react-router";
import { RootFan } from "../../draw/fan/RootFan";
import type { Beside, Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { length, listed, percent, ranged } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Tell, tell } from "../../words/progress";

type Props = { p: Progress; onChoose: (days: Record<string, string>) => void };

/** Its roots of two days in one drawing: what grew is heavier, what is gone a ghost. */
export function ThenAndNow({ p, onChoose }: Props) {
  const b = p.beside;
  if (!b) {
    return (
      <section data-part="then-and-now">
        <h2>{tell("its-roots")}</h2>
        <p>
          <Tell
            of="no-reading-yet-it-shows-from-the"
            parts={{ link: <Link to="../roots" />, link2: <Link to="../aftercare" /> }}
          />
        </p>
      </section>
    );
  }
  const alone = b.then.on === b.now.on && b.since.roots.length + b.lost.length === 0;
  const options = (list: string[]) => list.map((on) => ({ value: on, label: day(on) }));
  const [from, to] = [nearest(p.days, b.then.on), nearest(p.days, b.now.on)];
  return (
    <section data-part="then-and-now" aria-label={tell("its-roots-then-and-now")}>
      <h2>{tell("its-roots")}</h2>
      {alone && p.days.length < 2 ? (
        <Why>
          <Tell
            of="one-reading-so-far-of-what-grew"
            with={{ on: day(b.now.on) }}
            parts={{ link: <Link to="../roots" />, link2: <Link to="../aftercare" /> }}
          />
        </Why>
      ) : (
        <Row>
          <Pick
            label={tell("what-changed-since")}
            value={from}
            options={options(p.days.filter((d) => d <= to))}
            onChange={(v) => onChoose({ from: v })}
          />
          <Pick
            label={tell("up-to")}
            value={to}
            options={options(p.days.filter((d) => d >= from))}
            onChange={(v) => onChoose({ to: v })}
          />
        </Row>
      )}
      {b.drawn.reading.roots.length > 0 && (
        <RootFan reading={b.drawn.reading} verdict={b.drawn.verdict} grown={b.since.roots} lost={b.gone} height={320} />
      )}
      <Facts rows={figures(b)} />
      {b.since.roots.length + b.lost.length > 0 && <Why>{inWords(b)}</Why>}
    </section>
  );
}

/** The day of the list that a drawing is of. */
const nearest = (days: string[], on: string) => days.filter((d) => d <= on).at(-1) ?? on;

function figures(b: Beside): [string, string][] {
  const t = b.now.verdict.totals;
  const rows: [string, string][] = [
    [tell("roots-with-life"), ranged(t.live_roots.low, t.live_roots.high, (n) => String(Math.round(n)))],
    [tell("living-length"), ranged(t.live_length_mm.low, t.live_length_mm.high, length)],
    [tell("growing-tips"), ranged(t.tips.low, t.tips.high, String)],
  ];
  if (b.then.on === b.now.on && b.since.roots.length + b.lost.length === 0) return rows;
  if (b.kept_of > 0)
    rows.push([tell("kept-of-those-alive-then"), tell("of", { kept: percent(b.kept), keptof: b.kept_of })]);
  rows.push([tell("grown-since"), length(b.since.grown_mm)], [tell("new-roots"), String(b.since.new_roots)]);
  if (b.branches > 0) rows.push([tell("new-branches"), String(b.branches)]);
  return rows;
}

/** What grew and what is lost, root by root. */
function inWords(b: Beside): string {
  const grew = b.since.roots.map((g) =>
    g.new
      ? tell("new", { label: g.label, tomm: length(g.to_mm) })
      : tell("to-4", { label: g.label, frommm: length(g.from_mm), tomm: length(g.to_mm) }),
  );
  const lost = b.lost.map((l) => (l.count > 1 ? `${l.label} (${l.count})` : l.label));
  return [
    grew.length > 0 && tell("grew", { grew: grew.join("; ") }),
    lost.length > 0 && tell("lost-3", { lost: listed(lost) }),
  ]
    .filter(Boolean)
    .join(" ");
}
