import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { SectionDrawing } from "../../draw/SectionDrawing";
import type { HomePlan, Rehoming } from "../../lib/api/client";
import { RehomePlan } from "../../lib/api/fields";
import { houseMedia } from "../../lib/api/queries";
import { fieldsOf } from "../../lib/form";
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
import { litres, type Planning } from "./planning";
import css from "./rehome.module.css";
import { usePlan } from "./useHome";

/** Route, pot, mix and place, with the section of all of it to scale. */
export default function PotView() {
  return <AtHome>{(r) => <Housing r={r} />}</AtHome>;
}

function Housing({ r }: { r: Rehoming }) {
  const { desk, entered: plan, server, standing } = usePlan(r);
  const media = useQuery(houseMedia).data;
  const faults = standing.is === "refused" ? standing.faults : [];
  const change = (part: Partial<HomePlan>) => desk.change((now) => ({ ...now, ...part }));
  const wrong = (field: string) => faults.find((f) => f.field === field || f.field === `plan.${field}`)?.words;
  const planning = { plan, change, wrong };
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
        <Way {...planning} server={server} name={route.name} />
      </div>
      {section && pot && <Drawn section={section} wall={pot.wall ?? "clear"} mix={mix?.name ?? ""} />}
      <div className={css.parts}>
        <AskedFor r={server} />
        {pot && fit && server.size && (
          <>
            <Seat {...planning} reservoir={!!route.reservoir} />
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
        <AtFirst route={route} />
        {mix && <Tonight {...planning} />}
        <p>
          <Link to="../jobs">Go to the jobs</Link>
        </p>
      </div>
    </section>
  );
}

/** Another way than the one advised. */
const Way = ({ plan, change, server, name }: Planning & { server: Rehoming; name: string }) => (
  <Pick
    label="Way"
    value={plan.route ?? ""}
    options={[
      {
        value: "",
        label: `As advised: ${server.decision.routes.find((c) => c.advised)?.route.name ?? name}`,
      },
      ...server.decision.routes.map((c) => ({
        value: c.route.code as string,
        label: c.route.name + (c.suits ? "" : ", not for its kind"),
      })),
    ]}
    onChange={(code) => change({ route: code || undefined, parts: undefined, mix_name: undefined })}
  />
);

type DrawnProps = { section: NonNullable<Rehoming["section"]>; wall: string; mix: string };

/** The section of all of it, and where the plant goes. */
const Drawn = ({ section, wall, mix }: DrawnProps) => (
  <aside className={css.drawing}>
    <SectionDrawing section={section} wall={wall} mix={mix} />
    <ul data-part="placement">
      {section.placement.map((t) => (
        <li key={t.value}>
          <Marked text={t} />
        </li>
      ))}
    </ul>
  </aside>
);

/** How the plant sits in its pot, and what holds it. */
function Seat({ plan, change, wrong, reservoir }: Planning & { reservoir: boolean }) {
  const { profile } = usePlant();
  const at = fieldsOf(RehomePlan, plan, change, wrong);
  return (
    <section>
      <h2>The plant in it</h2>
      <Row>
        <Figure {...at("base_mm")} usual="–" />
        <Figure {...at("reach_mm")} usual="–" />
        {reservoir && <Figure {...at("dry_line_mm")} usual="–" />}
      </Row>
      {reservoir && (
        <Why>
          Where the damp begins: an hour after filling the reservoir push a dry wooden stick down at the wall, pull it
          after a minute, and measure from the rim to where it is dark.
        </Why>
      )}
      {profile.habit.value === "sympodial" && (
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
  );
}

const AtFirst = ({ route }: { route: NonNullable<Rehoming["route"]> }) => (
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
);

/** Tonight's pots, and the mix for all of them. */
const Tonight = ({ plan, change }: Pick<Planning, "plan" | "change">) => (
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
);
