import { useQuery } from "@tanstack/react-query";
import { disputes, settings } from "../../lib/api/queries";
import { useKeeper } from "../../lib/person";
import type { Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import { tell } from "../../words/settings";

type Taken = Record<string, string>;

type Props = { at: "intake" | "home"; taken: Taken | undefined; onTake: (sides: Taken | undefined) => void };

/** Where this plant differs from the house, of the questions asked here. */
export function OwnSides({ at, taken = {}, onTake }: Props) {
  const questions = useQuery(disputes).data ?? [];
  const house = useQuery(settings).data?.sides;
  const keeper = useKeeper();
  if (!house) return null;
  const here = questions.filter((q) => q.at === at);
  const own = here.filter((q) => taken[q.code]);
  const take = (question: string, side: string) => {
    const others = Object.entries(taken).filter(([code]) => code !== question);
    const next = side ? [...others, [question, side]] : others;
    onTake(next.length > 0 ? (Object.fromEntries(next) as Taken) : undefined);
  };
  const summary =
    own.length === 0
      ? tell("differs-from-the-house")
      : tell("differs-from-the-house-of", { count: own.length, total: here.length });
  return (
    <Fold summary={summary} open={own.length > 0}>
      {!keeper && <Why>{tell("sides-are-taken-by-a-keeper")}</Why>}
      {here.map((q) => {
        const side = q.choices.find((c) => c.code === (taken[q.code] ?? house[q.code]));
        const options: Words = [
          ["", tell("as-the-house", { name: q.choices.find((c) => c.code === house[q.code])?.name ?? "" })],
          ...q.choices.map((c) => [c.code, c.name] as const),
        ];
        return (
          <div key={q.code} data-side={q.code}>
            <Choice
              label={q.question}
              disabled={!keeper}
              value={taken[q.code] ?? ""}
              options={options}
              onChange={(v) => take(q.code, v)}
            />
            {side && (
              <Why>
                <Marked text={side.reason} />
              </Why>
            )}
          </div>
        );
      })}
    </Fold>
  );
}
