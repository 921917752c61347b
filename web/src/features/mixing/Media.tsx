import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { SharesBar } from "../../draw/SharesBar";
import { ask, client, Refused, type Component, type FloodTest, type HouseMedia } from "../../lib/api/client";
import { MediaFloodTest, MeasureComponent } from "../../lib/api/fields";
import { cautions, houseMedia } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { fieldsOf } from "../../lib/form";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { abreast, figure, percent } from "../../lib/words";
import { Cautions } from "../../ui/Care";
import { Figure } from "../../ui/Figure";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Mark, Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why, Headline } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/mixing";
import css from "./mixing.module.css";
import { useWorked } from "./useWorked";

/** Components of media, with the air and water they hold; each can be measured. */
export function Media() {
  const media = useQuery(houseMedia);
  const [open, setOpen] = useState("");
  if (media.error && !media.data) return <Trouble error={media.error} again={() => run(media.refetch())} />;
  if (!media.data) return null;
  const m = media.data;
  return (
    <section className={css.part} data-part="media" aria-label={tell("media")}>
      <h2>{tell("what-mixes-are-made-of")}</h2>
      <Why>{tell("air-and-water-of-each-once")}</Why>
      <ul>
        {m.components.map((c) => (
          <li key={c.code} data-component={c.code}>
            <span>
              <b>{c.name}</b>{" "}
              <small>
                {abreast([
                  c.low_mm && c.high_mm ? `${figure(c.low_mm.value)}–${figure(c.high_mm.value)} mm` : tell("fibre"),
                  c.life_months && tell("lasts-about-months", { lifemonths: figure(c.life_months.value) }),
                  tell("ph", { ph: c.ph.value }),
                ])}
              </small>
            </span>
            <Row words>
              <Shares c={c} />
              <Plain
                aria-expanded={open === c.code}
                aria-label={tell("measure-it-2", { name: c.name })}
                onClick={() => setOpen(open === c.code ? "" : c.code)}
              >
                {tell("measure-it")}
              </Plain>
            </Row>
            {open === c.code && <AirTest key={c.code} c={c} media={m} onKept={() => setOpen("")} />}
          </li>
        ))}
      </ul>
      {open === "new" ? (
        <AirTest media={m} onKept={() => setOpen("")} />
      ) : (
        <Button onClick={() => setOpen("new")}>{tell("a-component-of-your-own")}</Button>
      )}
    </section>
  );
}

/** Air, water and solids of a component on one line. */
function Shares({ c }: { c: Component }) {
  const [air, water] = [c.air.value, c.water.value];
  return (
    <>
      <SharesBar air={air} water={water} width={100} />
      <span>
        <Tell
          of="air-water"
          with={{
            air: percent(air),
            water: percent(water),
            measured: c.measured ? (
              <small>{tell("measured-on", { measured: day(c.measured) })}</small>
            ) : (
              <Mark from={c.air} />
            ),
          }}
        />
      </span>
    </>
  );
}

/** What a test tells, as it is typed. */
const flooding = {
  name: "flood-test",
  body: ({ volume_ml, drained_ml, dry_g, wet_g }: Partial<FloodTest>) =>
    volume_ml === undefined || drained_ml === undefined
      ? undefined
      : { volume_ml, drained_ml, ...(dry_g !== undefined && wet_g !== undefined && { dry_g, wet_g }) },
  work: (body: FloodTest) => ask(client.POST("/api/v1/compute/flood-test", { body })),
};

type TestProps = { c?: Component; media: HouseMedia; onKept: () => void };

/** Measure the air of a component, step by step. */
function AirTest({ c, media, onKept }: TestProps) {
  const care = useQuery(cautions).data ?? [];
  const before = media.house.find((h) => h.code === c?.code);
  const [own, setOwn] = useState<OwnComponent>({ name: "" });
  const bench = useWorked(MediaFloodTest, (): Partial<FloodTest> => before?.test ?? {}, flooding);
  const { send, trouble, wrong } = useSend({
    then: onKept,
  });
  const keep = (test: FloodTest | undefined) => {
    const code = c?.code ?? codeOf(own.name);
    const body = { version: before?.version ?? 0, test, ...(!c && own) };
    send(() => ask(client.PUT("/api/v1/media/components/{code}", { params: { path: { code } }, body })));
  };
  const { asked: t, answer: told } = bench;
  return (
    <form
      className={css.wide}
      onSubmit={(e) => {
        e.preventDefault();
        if (bench.enough) keep(t as FloodTest);
      }}
    >
      {!c && <OwnOne of={own} set={setOwn} wrong={wrong} />}
      <Cautions cautions={care.filter((one) => c?.cautions?.includes(one.code))} />
      <TestSteps t={t} set={bench.set} wrong={(field) => wrong(`test.${field}`) ?? bench.wrong(field)} />
      {told && (
        <Headline>
          <Tell
            of={told.water === undefined ? "air" : "air-and-water"}
            with={{ air: percent(told.air), water: percent(told.water ?? 0) }}
          />
        </Headline>
      )}
      {c && (
        <Why>
          <Marked text={c.note} />
        </Why>
      )}
      {trouble && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
      {wrong("test") && !wrong("test.wet_g") && !wrong("test.drained_ml") && <p>{wrong("test")}</p>}
      <KeepersOnly words={tell("what-was-measured-is-kept-for")}>
        <Row>
          <Button type="primary" htmlType="submit" disabled={!bench.enough}>
            {tell("use-what-i-measured")}
          </Button>
          {before?.test && c && <Plain onClick={() => keep(undefined)}>{tell("back-to-the-estimate")}</Plain>}
        </Row>
      </KeepersOnly>
      <Plain onClick={onKept}>{tell("leave-it")}</Plain>
    </form>
  );
}

/** A component that the tables do not have. */
type OwnComponent = { name: string; low_mm?: number; high_mm?: number };

const codeOf = (name: string) =>
  `own-${name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 30)}`;

type Wrong = (field: string) => string | undefined;

/** What it is, and how large its pieces are. */
function OwnOne({ of, set, wrong }: { of: OwnComponent; set: (to: OwnComponent) => void; wrong: Wrong }) {
  const at = fieldsOf(MeasureComponent, of, (part) => set({ ...of, ...part }), wrong);
  return (
    <Row>
      <TextLine {...at("name")} error={wrong("name") ?? wrong("code")} />
      <Figure {...at("low_mm")} usual="fibre" />
      <Figure {...at("high_mm")} usual="fibre" />
    </Row>
  );
}

type StepsProps = { t: Partial<FloodTest>; set: (part: Partial<FloodTest>) => void; wrong: Wrong };

function TestSteps({ t, set, wrong }: StepsProps) {
  const at = fieldsOf<Partial<FloodTest>, typeof MediaFloodTest>(MediaFloodTest, t, set, wrong);
  return (
    <ol>
      <li>
        <Tell of="fill-a-pot-with-it-as-you-would" with={{ figure: <Figure {...at("volume_ml")} /> }} />
      </li>
      <li>
        <Tell of="if-you-have-a-scale-weigh-the" with={{ figure: <Figure {...at("dry_g")} usual="–" /> }} />
      </li>
      <li>{tell("tape-the-holes-pour-water-in")}</li>
      <li>
        <Tell of="take-the-tape-off-over-a-bowl" with={{ figure: <Figure {...at("drained_ml")} /> }} />
      </li>
      <li>
        <Tell of="weigh-the-drained-pot" with={{ figure: <Figure {...at("wet_g")} usual="–" /> }} />
      </li>
    </ol>
  );
}
