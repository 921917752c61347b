import { Link } from "react-router";
import { RootFan } from "../../draw/fan/RootFan";
import type { Beside, Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { length, percent, ranged } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";

type Props = { p: Progress; onChoose: (days: Record<string, string>) => void };

/** Its roots of two days in one drawing: what grew is heavier, what is gone a ghost. */
export function ThenAndNow({ p, onChoose }: Props) {
  const b = p.beside;
  if (!b) {
    return (
      <section data-part="then-and-now">
        <h2>Its roots</h2>
        <p>
          No reading yet. It shows from the first on: <Link to="../roots">read the roots</Link>, or tape one at a{" "}
          <Link to="../aftercare">check-in</Link>.
        </p>
      </section>
    );
  }
  const alone = b.then.on === b.now.on && b.since.roots.length + b.lost.length === 0;
  const options = (list: string[]) => list.map((on) => ({ value: on, label: day(on) }));
  const [from, to] = [nearest(p.days, b.then.on), nearest(p.days, b.now.on)];
  return (
    <section data-part="then-and-now" aria-label="Its roots, then and now">
      <h2>Its roots</h2>
      {alone && p.days.length < 2 ? (
        <Why>
          One reading so far, of {day(b.now.on)}. What grew shows when a second stands beside it:{" "}
          <Link to="../roots">read them</Link> when you next have it in hand, or tape one at a{" "}
          <Link to="../aftercare">check-in</Link>.
        </Why>
      ) : (
        <Row>
          <Pick
            label="What changed since"
            value={from}
            options={options(p.days.filter((d) => d <= to))}
            onChange={(v) => onChoose({ from: v })}
          />
          <Pick
            label="up to"
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
    ["Roots with life", ranged(t.live_roots.low, t.live_roots.high, (n) => String(Math.round(n)))],
    ["Living length", ranged(t.live_length_mm.low, t.live_length_mm.high, length)],
    ["Growing tips", ranged(t.tips.low, t.tips.high, String)],
  ];
  if (b.then.on === b.now.on && b.since.roots.length + b.lost.length === 0) return rows;
  if (b.kept_of > 0) rows.push(["Kept of those alive then", `${percent(b.kept)} of ${b.kept_of}`]);
  rows.push(["Grown since", length(b.since.grown_mm)], ["New roots", String(b.since.new_roots)]);
  if (b.branches > 0) rows.push(["New branches", String(b.branches)]);
  return rows;
}

/** What grew and what is lost, root by root. */
function inWords(b: Beside): string {
  const grew = b.since.roots.map((g) =>
    g.new ? `${g.label}, new: ${length(g.to_mm)}` : `${g.label}: ${length(g.from_mm)} to ${length(g.to_mm)}`,
  );
  const lost = b.lost.map((l) => (l.count > 1 ? `${l.label} (${l.count})` : l.label));
  return [grew.length > 0 && `Grew: ${grew.join("; ")}.`, lost.length > 0 && `Lost: ${lost.join(", ")}.`]
    .filter(Boolean)
    .join(" ");
}
