import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useNavigate } from "react-router";
import { ask, client, type Intake, type Profile } from "../../lib/api/client";
import { Intake as fields } from "../../lib/api/fields";
import { groups } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { day } from "../../lib/dates";
import { fieldsOf } from "../../lib/form";
import { useKeeper } from "../../lib/person";
import { run } from "../../lib/run";
import { bulbStates, flowerings, media, pots, rootClasses, wordOf, type Words } from "../../lib/words";
import { Choice, Tick } from "../../ui/Choice";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Aside, Headline, Why } from "../../ui/Said";
import { Saved, Standing } from "../../ui/Standing";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/intake";
import { PlacePick } from "../places";
import { PlantSoFar, usePlant } from "../plant";
import { OwnSides } from "../settings";
import { Blades } from "./Blades";
import { Own } from "./Own";
import css from "./intake.module.css";
import { useIntake, type FormProps } from "./useIntake";

const unknown = ["", tell("not-noted")] as const;

const listed = (words: Words) => [unknown, ...words].map(([value, label]) => ({ value, label }));

/** Who is this plant, where from, and what is known of it; shown when all of it has come,
  so that nothing moves under a hand. */
export default function IntakeStep() {
  const kinds = useQuery(groups);
  if (kinds.data) return <Sheet kinds={kinds.data} />;
  const wrong = kinds.error;
  if (wrong) return <Trouble error={wrong} again={() => location.reload()} />;
  return <Waiting />;
}

function Sheet({ kinds }: { kinds: Profile[] }) {
  const { plant } = usePlant();
  const { desk, entered: form, standing } = useIntake(plant);
  const change = (part: Partial<Intake>) => desk.change((now) => ({ ...now, ...part }));
  const faults = standing.is === "refused" ? standing.faults : [];
  const wrong = (field: string) => faults.find((f) => f.field.split("[")[0] === `intake.${field}`)?.words;
  const of = { form, change, wrong };
  return (
    <div className={view.step}>
      <section className={css.intake} data-part="intake">
        <div>
          <Headline>{tell("a-name-and-a-group-will-do-the")}</Headline>
          <Saved standing={standing} />
        </div>
        <Standing
          what="plant"
          standing={standing}
          onSettle={(keep) => run(desk.settle(keep))}
          onUndo={() => desk.undo()}
        />
        <Now {...of} kinds={kinds} />
        <div>
          <Part words={tell("its-leaves-measured")} improves={tell("the-races-band-halves")} wrong={wrong("blades")}>
            <Blades blades={form.blades ?? []} onChange={(blades) => change({ blades })} error={wrong("blades")} />
          </Part>
          <Part
            words={tell("its-old-pot-and-medium")}
            improves={tell("the-pot-advised-and-whether-its")}
            wrong={wrong("last_repotted") ?? wrong("old_pot_mm") ?? wrong("old_pot_high_mm")}
          >
            <Before {...of} />
          </Part>
          <Part
            words={tell("where-it-came-from")}
            improves={tell("what-it-may-carry")}
            wrong={wrong("arrived_on") ?? wrong("source")}
          >
            <Row>
              <Day
                label={tell("arrived-on")}
                part
                value={form.arrived_on ?? ""}
                onChange={(on) => change({ arrived_on: on || undefined })}
                error={wrong("arrived_on")}
              />
              <TextLine
                {...fields.source}
                value={form.source ?? ""}
                onChange={(source) => change({ source: source || undefined })}
                error={wrong("source")}
              />
            </Row>
          </Part>
          <Own {...of} />
          <OwnSides at="intake" taken={form.sides} onTake={(sides) => change({ sides })} />
        </div>
        <TextLine
          {...fields.notes}
          rows={3}
          value={form.notes ?? ""}
          onChange={(notes) => change({ notes: notes || undefined })}
          error={wrong("notes")}
        />
        <Archive />
      </section>
      <PlantSoFar />
    </div>
  );
}

type PartProps = { words: string; improves: string; wrong?: string; children: React.ReactNode };

/** A part that can wait, with what it would improve; open where something in it is wrong. */
function Part({ words, improves, wrong, children }: PartProps) {
  return (
    <Fold
      key={String(!!wrong)}
      open={!!wrong}
      summary={
        <>
          {words} <Aside>{tell("surer", { improves })}</Aside>
        </>
      }
    >
      {children}
    </Fold>
  );
}

/** What matters now. */
function Now({ form, change, wrong, kinds }: FormProps & { kinds: Profile[] }) {
  const { plant, profile } = usePlant();
  const organs = profile.storage_organs.value;
  return (
    <>
      <div className={view.columns}>
        <TextLine {...fields.tag} value={form.tag} onChange={(tag) => change({ tag })} error={wrong("tag")} />
        <Pick
          label={tell("group")}
          value={form.group}
          options={kinds.map((g) => ({ value: g.code, label: `${g.name}: ${g.common.value}` }))}
          onChange={(group) => change({ group })}
          error={wrong("group")}
        />
      </div>
      <Row>
        <Figure
          {...fields.leaf_count}
          value={form.leaf_count || undefined}
          onChange={(n) => change({ leaf_count: n })}
          by={1}
          usual="–"
        />
        {organs !== "none" && (
          <Figure
            {...fields.bulb_count}
            label={organs === "canes" ? tell("canes") : tell("bulbs")}
            value={form.bulb_count || undefined}
            onChange={(n) => change({ bulb_count: n })}
            by={1}
            usual="–"
          />
        )}
        {organs !== "none" && (
          <Pick
            label={tell("they-are")}
            value={form.bulb_state ?? ""}
            options={listed(bulbStates)}
            onChange={(v) => change({ bulb_state: (v || undefined) as Intake["bulb_state"] })}
          />
        )}
        <Pick
          label={tell("flowers")}
          value={form.flowering ?? ""}
          options={listed(flowerings)}
          onChange={(v) => change({ flowering: (v || undefined) as Intake["flowering"] })}
        />
      </Row>
      {plant.spike_cut_on && <Why>{tell("its-spike-was-cut-on", { spikecuton: day(plant.spike_cut_on) })}</Why>}
      <CameIn form={form} change={change} />
      <PlacePick value={form.place_id} onChange={(place_id) => change({ place_id })} error={wrong("place_id")} />
      <Tick
        label={tell("keep-it-apart")}
        hint={tell("it-may-carry-something-it-is")}
        checked={!!form.kept_apart}
        onChange={(on) => change({ kept_apart: on || undefined })}
      />
      <Tick
        label={tell("terete-leaves-round-like-pencils")}
        hint={tell("oil-and-strong-soap-can-smother")}
        checked={!!form.terete_leaves}
        onChange={(on) => change({ terete_leaves: on || undefined })}
      />
    </>
  );
}

/** Medium and pot it came in, and what it stands in since. */
function CameIn({ form, change }: Pick<FormProps, "form" | "change">) {
  const { plant } = usePlant();
  return (
    <>
      <Row>
        <Pick
          label={tell("medium-it-came-in")}
          value={form.old_medium ?? ""}
          options={listed(media)}
          onChange={(v) => change({ old_medium: (v || undefined) as Intake["old_medium"] })}
        />
        <Pick
          label={tell("pot-it-came-in")}
          value={form.pot ?? ""}
          options={listed(pots)}
          onChange={(v) => change({ pot: (v || undefined) as Intake["pot"] })}
        />
      </Row>
      {form.pot !== "none" && form.pot !== "mount" && form.pot !== "bare" && (
        <Tick
          label={tell("it-is-potted-as-it-was-sold")}
          hint={tell("plants-for-sale-often-have-a-plug")}
          checked={!!form.as_sold}
          onChange={(on) => change({ as_sold: on || undefined })}
        />
      )}
      {plant.standing && (
        <Why>
          {tell("that-is-what-it-came-in-since-it", {
            since: day(plant.standing.since),
            medium: wordOf(media, plant.standing.medium),
            pot: wordOf(pots, plant.standing.pot),
          })}
        </Why>
      )}
    </>
  );
}

/** What it stood in before. */
function Before({ form, change, wrong }: FormProps) {
  const { profile } = usePlant();
  const at = fieldsOf(fields, form, change, wrong);
  return (
    <>
      <Row>
        <Day
          label={tell("last-repotted")}
          part
          value={form.last_repotted ?? ""}
          onChange={(on) => change({ last_repotted: on || undefined })}
          error={wrong("last_repotted")}
        />
        {form.pot !== "none" && form.pot !== "mount" && (
          <>
            <Figure {...at("old_pot_mm")} usual="–" />
            <Figure {...at("old_pot_high_mm")} usual="–" />
          </>
        )}
      </Row>
      <Choice
        label={tell("normal-root-colour-for-this")}
        value={form.root_class ?? ""}
        options={[["", tell("as-its-group", { words: profile.root_colour_dry.words })], ...rootClasses]}
        onChange={(v) => change({ root_class: (v || undefined) as Intake["root_class"] })}
      />
    </>
  );
}

function Archive() {
  const { plant } = usePlant();
  const go = useNavigate();
  const keeper = useKeeper();
  const archived = !!plant.archived_at;
  const turn = async () => {
    await ask(
      client.PUT("/api/v1/plants/{id}/archived", { params: { path: { id: plant.id } }, body: { archived: !archived } }),
    );
    await followed();
    if (!archived) await go("/bench");
  };
  return (
    <Row words>
      <Button disabled={!keeper} onClick={() => run(turn())}>
        {archived ? tell("put-it-back-on-the-bench") : tell("archive-it")}
      </Button>
      <Aside>{archived ? tell("it-is-kept-with-everything-about") : tell("it-leaves-the-bench-is-kept-with")}</Aside>
    </Row>
  );
}
