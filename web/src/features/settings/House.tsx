import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { Link } from "react-router";
import { ask, client, type About, type Question, type Settings, type SolutionKnowledge } from "../../lib/api/client";
import { Settings as fields, SignIn, SolutionsTools } from "../../lib/api/fields";
import { about, disputes, me, rootKnowledge, settings, solutionKnowledge } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { day } from "../../lib/dates";
import { useKept } from "../../lib/kept";
import { useKeeper, usePerson } from "../../lib/person";
import { useSend } from "../../lib/send";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Mark, Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Lead, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/settings";
import { CalendarOf } from "../today";
import { Judging } from "./Judging";
import { HouseLanguage, MyLanguage } from "./Language";
import { SettingsNav } from "./SettingsNav";
import css from "./settings.module.css";

/** How this house does things, where growers differ; and where the data lies. */
export default function House() {
  const house = useQuery(settings);
  const questions = useQuery(disputes).data;
  const figures = useQuery(rootKnowledge).data?.figures;
  const where = useQuery(about).data;
  const cache = useQueryClient();
  const { send, trouble } = useSend<Settings>({
    then: (kept) => cache.setQueryData(settings.queryKey, kept),
    but: tellDoubt, // it may have been changed elsewhere
  });
  const keeper = useKeeper();
  const s = house.data;
  const usual = useQuery(solutionKnowledge).data?.tools;

  const set = (part: Partial<Settings>) => {
    if (s) send(() => ask(client.PUT("/api/v1/settings", { body: { ...s, ...part } })));
  };

  return (
    <main className={view.sheet} data-part="house">
      <h1>{tell("settings")}</h1>
      <Lead>{tell("how-this-house-does-things-where")}</Lead>
      <SettingsNav />
      <Judging />
      {!keeper && <AtThisScreen />}
      {Boolean(house.error ?? trouble) && <Trouble error={house.error ?? trouble} />}
      {s && questions && figures && usual && where && (
        <KeepersOnly words={tell("what-the-house-does-is-set-by-a")}>
          <Questions questions={questions} sides={s.sides} onTake={(sides) => set({ sides })} />
          <section className={css.section}>
            <Figure
              {...fields.cut_margin_mm}
              value={s.cut_margin_mm}
              by={1}
              onChange={(mm) => mm && set({ cut_margin_mm: mm })}
            />
            <Why>
              <Tell of="a-cut-falls-this-far-out-in-dead" with={{ mark: <Mark from={figures.cut_margin_mm} /> }} />
            </Why>
          </section>
          <Tools tools={s.tools ?? {}} usual={usual} onChange={(tools) => set({ tools })} />
          {keeper && <AtThisScreen />}
          <Season s={s} set={set} />
          <section className={css.section}>
            <CalendarOf />
          </section>
          <YourData where={where} />
        </KeepersOnly>
      )}
    </main>
  );
}

type QuestionsProps = { questions: Question[]; sides: Settings["sides"]; onTake: (sides: Settings["sides"]) => void };

/** Where growers differ, and which side the house takes. */
const Questions = ({ questions, sides, onTake }: QuestionsProps) => (
  <>
    {questions.map((q) => {
      return (
        <section className={css.section} key={q.code}>
          <Choice
            label={q.question}
            value={sides[q.code] ?? q.default}
            options={q.choices.map(
              (c) => [c.code, c.code === q.default ? tell("default", { name: c.name }) : c.name] as const,
            )}
            onChange={(v) => onTake({ ...sides, [q.code]: v })}
          />
          <ul>
            {q.choices.map((c) => (
              <li key={c.code} data-on={c.code === (sides[q.code] ?? q.default) || undefined}>
                <b>{c.name}.</b> <Marked text={c.reason} />
              </li>
            ))}
          </ul>
        </section>
      );
    })}
  </>
);

type SeasonProps = { s: Settings; set: (part: Partial<Settings>) => void };

/** What the season and the day go by. */
const Season = ({ s, set }: SeasonProps) => (
  <section className={css.section}>
    <Choice
      label={tell("hemisphere")}
      value={s.hemisphere}
      options={[
        ["north", tell("north")],
        ["south", tell("south")],
      ]}
      onChange={(v) => set({ hemisphere: v as Settings["hemisphere"] })}
    />
    <Row>
      <Figure {...fields.latitude_deg} value={s.latitude_deg} onChange={(deg) => set({ latitude_deg: deg })} />
      <Zone zone={s.zone ?? ""} onChange={(zone) => set({ zone })} />
    </Row>
    <Why>{tell("the-season-goes-by-the-plant")}</Why>
    <HouseLanguage value={s.language ?? ""} onChange={(tag) => set({ language: tag || undefined })} />
  </section>
);

/** Where the data lies, copies of it, and how other programs ask for it. */
const YourData = ({ where }: { where: About }) => (
  <section className={css.section}>
    <h2>{tell("your-data")}</h2>
    {where.demo && <p>{tell("this-is-the-demo-its-file-is")}</p>}
    {where.data_file && (
      <p>
        <Tell of="everything-is-kept-in-one-sqlite" with={{ code: <code>{where.data_file}</code> }} />
      </p>
    )}
    {where.data_file && <Copy copied={where.copied} />}
    <p>
      <Tell
        of="any-program-can-use-the-same"
        with={{ version: where.version }}
        parts={{ link: <Link to="/contract" /> }}
      />
    </p>
  </section>
);

/** The time zone of the house: its day is the day. */
function Zone({ zone, onChange }: { zone: string; onChange: (zone: string) => void }) {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (
    <Pick
      label={tell("time-zone")}
      value={zone}
      options={[
        { value: "", label: tell("as-this-machine-has-it") },
        ...[...new Set([here, zone, ...Intl.supportedValuesOf("timeZone")])]
          .filter(Boolean)
          .map((z) => ({ value: z, label: z })),
      ]}
      onChange={onChange}
    />
  );
}

/** A copy to fall back on, by one tap. */
function Copy({ copied }: { copied?: { at: string; file: string } }) {
  const cache = useQueryClient();
  const { send, trouble, sending } = useSend<About>({
    aside: true, // a large file takes its time
    then: async (copied) => {
      await cache.cancelQueries({ queryKey: about.queryKey }); // one under way would say what was before
      cache.setQueryData(about.queryKey, copied);
    },
  });
  return (
    <>
      <p>
        <Button loading={sending} onClick={() => send(() => ask(client.POST("/api/v1/backups")))}>
          {tell("copy-it-now")}
        </Button>
      </p>
      <Why role="status">
        {copied ? (
          <>
            <Tell
              of="last-copied-on-to-therapeon"
              with={{
                day: day(copied.at.slice(0, 10)),
                time: new Date(copied.at).toTimeString().slice(0, 5),
                file: <code>{copied.file}</code>,
              }}
              parts={{ code: <code /> }}
            />
          </>
        ) : (
          tell("no-copy-was-made-yet-a-copy-is")
        )}
      </Why>
      {trouble && <Trouble error={trouble} />}
    </>
  );
}

type ToolSet = NonNullable<Settings["tools"]>;

/** What amounts are measured with: the mixing bench gives them in these steps. */
function Tools(p: { tools: ToolSet; usual: SolutionKnowledge["tools"]; onChange: (t: ToolSet) => void }) {
  const { tools, usual, onChange } = p;
  const of = (field: keyof ToolSet) => (
    <Figure
      {...SolutionsTools[field]}
      value={tools[field] ?? usual[field].value}
      onChange={(n) => n && onChange({ ...tools, [field]: n })}
    />
  );
  return (
    <section className={css.section}>
      <h2>{tell("what-amounts-are-measured-with")}</h2>
      <Row>
        {of("syringe_ml")}
        {of("syringe_holds_ml")}
        {of("jug_ml")}
        {of("jug_holds_ml")}
        {of("scale_g")}
      </Row>
      <Why>
        <Tell of="the-mixing-bench-gives-amounts" with={{ mark: <Mark from={usual.syringe_ml} /> }} />
      </Why>
    </section>
  );
}

/** Cautions are acknowledged once by each person. */
function AtThisScreen() {
  const who = useQuery(me).data;
  const [person, setPerson] = usePerson();
  const [thumb, setThumb] = useKept("therapeon.thumb");
  const [light, setLight] = useKept("therapeon.light");
  return (
    <section className={css.section}>
      {who?.via === "session" ? (
        <p>
          <Tell of="you-are-a" with={{ name: <b>{person}</b>, role: who.role }} />
        </p>
      ) : (
        <>
          <TextLine label={tell("who-is-at-this-screen")} value={person} max={SignIn.name.max} onChange={setPerson} />
          <Why>{tell("kept-in-this-browser-what-you-do")}</Why>
        </>
      )}
      <Choice
        label={tell("the-hand-whose-thumb-taps-the")}
        value={thumb}
        options={[
          ["", tell("the-left-one")],
          ["right", tell("the-right-one")],
        ]}
        onChange={setThumb}
      />
      <Choice
        label={tell("light")}
        value={light}
        options={[
          ["", tell("as-this-device")],
          ["day", tell("day")],
          ["night", tell("night-for-the-grow-room")],
        ]}
        onChange={setLight}
      />
      <MyLanguage />
    </section>
  );
}
