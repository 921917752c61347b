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
import { Say } from "../../ui/Say";
import { Saved, Standing } from "../../ui/Standing";
import { Tell, tell } from "../../words/rehome";
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
        <Headline>
          <Say of={server.decision.headline} />
        </Headline>
        <p>
          <Tell of="how-big-a-pot-and-which-mix" parts={{ link: <Link to="../pot-or-hold" /> }} />
        </p>
      </section>
    );
  }
  return (
    <section className={css.house}>
      <div className={css.head}>
        <Saved standing={standing} />
        <Headline>
          {fit && pot
            ? tell("a-pot-of-of-mix", { route: route.name, pot: litres(fit.volume_l), mix: litres(fit.medium_l) })
            : route.name}
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
            {route.hold ? tell("it-stays-bare-no-pot-and-no-mix") : tell("no-pot-and-no-mix")}{" "}
            <Link to="../jobs">{tell("go-to-the-jobs")}</Link>
          </Lead>
        )}
        <AtFirst route={route} />
        {mix && <Tonight {...planning} />}
        <p>
          <Link to="../jobs">{tell("go-to-the-jobs")}</Link>
        </p>
      </div>
    </section>
  );
}

/** Another way than the one advised. */
const Way = ({ plan, change, server, name }: Planning & { server: Rehoming; name: string }) => (
  <Pick
    label={tell("way")}
    value={plan.route ?? ""}
    options={[
      {
        value: "",
        label: tell("as-advised", { route: server.decision.routes.find((c) => c.advised)?.route.name ?? name }),
      },
      ...server.decision.routes.map((c) => ({
        value: c.route.code as string,
        label: c.suits ? c.route.name : tell("not-for-its-kind-2", { route: c.route.name }),
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
      <h2>{tell("the-plant-in-it")}</h2>
      <Row>
        <Figure {...at("base_mm")} usual="–" />
        <Figure {...at("reach_mm")} usual="–" />
        {reservoir && <Figure {...at("dry_line_mm")} usual="–" />}
      </Row>
      {reservoir && <Why>{tell("where-the-damp-begins-an-hour")}</Why>}
      {profile.habit.value === "sympodial" && (
        <>
          <Tick
            label={tell("leads-to-all-sides")}
            hint={tell("then-it-sits-in-the-middle-not")}
            checked={!!plan.clump}
            onChange={(on) => change({ clump: on || undefined })}
          />
          <Tick
            label={tell("keep-the-oldest-bulbs-dry")}
            hint={tell("loose-pieces-that-draw-no-water")}
            checked={!!plan.dry_top}
            onChange={(on) => change({ dry_top: on || undefined })}
          />
        </>
      )}
      <Choice
        label={tell("held-still-by")}
        value={plan.still ?? ""}
        options={[
          ["", tell("as-advised-2")],
          ["stake", tell("a-stake")],
          ["skewer", tell("a-skewer-across")],
          ["none", tell("it-stands-by-itself")],
        ]}
        onChange={(v) => change({ still: (v || undefined) as HomePlan["still"] })}
      />
    </section>
  );
}

const AtFirst = ({ route }: { route: NonNullable<Rehoming["route"]> }) => (
  <section>
    <h2>{tell("first-water-light-air")}</h2>
    <ul>
      {[route.first_water, route.light, route.air]
        .filter((t) => !!t)
        .map((t) => (
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
    <h2>{tell("tonights-batch")}</h2>
    <Tick
      label={tell("count-it-into-tonights-batch-of")}
      hint={tell("mixes-are-added-up-over-all-of")}
      checked={!!plan.tonight}
      onChange={(on) => change({ tonight: on || undefined })}
    />
    <Batch />
  </section>
);
