import type { Want } from "../../lib/api/client";
import { Rows } from "../../ui/Rows";
import { Aside } from "../../ui/Said";
import { tell } from "../../words/rehome";
import { litres } from "./planning";

/** Amounts of each component against the shelf, with what is short and what could stand in. */
export function Wants({ list }: { list: Want[] }) {
  return (
    <Rows
      rows={list}
      keyOf={(w) => w.component}
      data={(w) => ({ "data-component": w.component, "data-short": w.short_l ? true : undefined })}
      columns={[
        { title: tell("component"), of: (w) => w.name, head: true },
        { title: tell("take"), of: (w) => litres(w.need_l) },
        { title: tell("on-the-shelf"), of: (w) => <Have want={w} /> },
      ]}
    />
  );
}

function Have({ want: w }: { want: Want }) {
  return (
    <>
      {litres(w.have_l)}
      {w.short_l ? <b> {w.words}</b> : null}
      {w.instead && (
        <>
          <br />
          <Aside>
            {tell("take-of-instead", {
              litres: litres(w.instead.litres),
              instead: w.instead.name,
              words: w.instead.words,
            })}
          </Aside>
        </>
      )}
    </>
  );
}
