import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { SectionDrawing } from "../../draw/SectionDrawing";
import type { HomePlan, Rehoming } from "../../lib/api/client";
import { RehomePlan } from "../../lib/api/fields";
import { houseMedia } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Choice, Tick } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Headline, Why, Lead } from "../../ui/Said";
import { Saved, Standing } from "../../ui/Standing";
import { usePlant } from "../plant";
import { Batch } from "./Batch";
import { MixForm } from "./MixForm";
import { PotForm } from "./PotForm";
import { AskedFor } from "./PotOrHoldView";
import { AtHome } from "./RehomeStep";
import { litres } from "./planning";
import css from "./rehome.module.css";
import { usePlan } from "./useHome";

/** Route, pot, mix and place, with the section of all of it to scale. */
export default function PotView() {
  return <AtHome>{(r) => <Housing r={r} />}</AtHome>;
}

function Housing({ r }: { r: Rehoming }) {
  const { profile } = usePlant();
  const { desk, entered: plan, server, standing } = usePlan(r);
  const media = useQuery(houseMedia).data;
  const faults = standing.is === "refused" ? standing.faults : [];
  const change = (part: Partial<HomePlan>) => desk.change((now) => ({ ...now, ...part }));
  const wrong = (field: string) => faults.find((f) => f.field === field || f.field === `plan.${field}`)?.words;
  const planning = { plan, change, wrong };
  const walks = profile.habit.value === "sympodial";
  const { route, pot, fit, mix, section } = server;
  if (!route) {
    return (
      <section data-part="decide">
        <Headline>{server.decision.headline}</Headline>
        <p>
          How big a pot, and which mix, hangs on what is decided. <Link to="../pot-or-hold">Pot or hold</Link>
        </p>
      </section>
    );
  }
  return (
    <section className={css.house}>
      <div className={css.head}>
        <Saved standing={standing} />
        <Headline>
          {route.name}
          {fit && pot && `: a pot of ${litres(fit.volume_l)}, ${litres(fit.medium_l)} of mix`}
        </Headline>
        <Standing what="plan" standing={standing} onSettle={(k) => run(desk.settle(k))} onUndo={() => desk.undo()} />
        <Pick
          label="Way"
          value={plan.route ?? ""}
          options={[
            {
              value: "",
              label: `As advised: ${server.decision.routes.find((c) => c.advised)?.route.name ?? route.name}`,
            },
            ...server.decision.routes.map((c) => ({
              value: c.route.code as string,
              label: c.route.name + (c.suits ? "" : ", not for its kind"),
            })),
          ]}
          onChange={(code) => change({ route: code || undefined, parts: undefined, mix_name: undefined })}
        />
      </div>
      {section && pot && (
        <aside className={css.drawing}>
          <SectionDrawing section={section} wall={pot.wall ?? "clear"} mix={mix?.name ?? ""} />
          <ul data-part="placement">
            {section.placement.map((t) => (
              <li key={t.value}>
                <Marked text={t} />
              </li>
            ))}
          </ul>
        </aside>
      )}
      <div className={css.parts}>
        <AskedFor r={server} />
        {pot && fit && server.size && (
          <>
            <section>
              <h2>The plant in it</h2>
              <Row>
                <Figure
                  {...RehomePlan.base_mm}
                  value={plan.base_mm}
                  usual="–"
                  onChange={(base_mm) => change({ base_mm })}
                  error={wrong("base_mm")}
                />
                <Figure
                  {...RehomePlan.reach_mm}
                  value={plan.reach_mm}
                  usual="–"
                  onChange={(reach_mm) => change({ reach_mm })}
                  error={wrong("reach_mm")}
                />
                {route.reservoir && (
                  <Figure
                    {...RehomePlan.dry_line_mm}
                    value={plan.dry_line_mm}
                    usual="–"
                    onChange={(dry_line_mm) => change({ dry_line_mm })}
                    error={wrong("dry_line_mm")}
                  />
                )}
              </Row>
              {route.reservoir && (
                <Why>
                  Where the damp begins: an hour after filling the reservoir push a dry wooden stick down at the wall,
                  pull it after a minute, and measure from the rim to where it is dark.
                </Why>
              )}
              {walks && (
                <>
                  <Tick
                    label="Leads to all sides"
                    hint="Then it sits in the middle, not at the wall."
                    checked={!!plan.clump}
                    onChange={(on) => change({ clump: on || undefined })}
                  />
                  <Tick
                    label="Keep the oldest bulbs dry"
                    hint="Loose pieces that draw no water under them."
                    checked={!!plan.dry_top}
                    onChange={(on) => change({ dry_top: on || undefined })}
                  />
                </>
              )}
              <Choice
                label="Held still by"
                value={plan.still ?? ""}
                options={[
                  ["", "As advised"],
                  ["stake", "A stake"],
                  ["skewer", "A skewer across"],
                  ["none", "It stands by itself"],
                ]}
                onChange={(v) => change({ still: (v || undefined) as HomePlan["still"] })}
              />
            </section>
            <PotForm {...planning} size={server.size} fit={fit} pot={pot} reservoir={!!route.reservoir} />
          </>
        )}
        {mix && media && <MixForm {...planning} mix={mix} media={media} />}
        {!pot && (
          <Lead>
            {route.hold ? "It stays bare: no pot and no mix. " : "No pot and no mix. "}
            <Link to="../jobs">Go to the jobs</Link>
          </Lead>
        )}
        <section>
          <h2>First water, light, air</h2>
          <ul>
            {[route.first_water, route.light, route.air].map((t) => (
              <li key={t.value}>
                <Marked text={t} />
              </li>
            ))}
          </ul>
        </section>
        {mix && (
          <section>
            <h2>Tonight’s batch</h2>
            <Tick
              label="Count it into tonight’s batch of pots"
              hint="Mixes are added up over all of them, against the shelf."
              checked={!!plan.tonight}
              onChange={(on) => change({ tonight: on || undefined })}
            />
            <Batch />
          </section>
        )}
        <p>
          <Link to="../jobs">Go to the jobs</Link>
        </p>
      </div>
    </section>
  );
}
