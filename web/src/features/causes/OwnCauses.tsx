import { Button, Input } from "antd";
import { useState } from "react";
import type { Added } from "../../lib/api/client";
import { Added as fields } from "../../lib/api/fields";
import { FieldError } from "../../ui/Field";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/causes";
import { type InspectionDesk } from "../look";
import { Outcome } from "./Outcome";
import css from "./causes.module.css";

/** Causes that no table knows, in the user's words. */
export function OwnCauses({ desk }: { desk: InspectionDesk }) {
  const [name, setName] = useState("");
  const added = desk.noted.added ?? [];
  const keep = (all: Added[]) => desk.note({ added: all.length > 0 ? all : undefined });
  const wrong = desk.wrong("added");
  return (
    <>
      {added.map((a, i) => (
        <article className={css.card} key={i} data-cause="own">
          <div className={view.line} data-part="cause-head">
            <h3>{a.name}</h3>
            <span>{tell("your-own-word")}</span>
            <Plain onClick={() => keep(added.filter((_, at) => at !== i))}>{tell("remove-it")}</Plain>
          </div>
          <div className={view.ruled} data-part="record">
            <Outcome
              name={a.name}
              of={a}
              onChange={(part) => keep(added.map((old, at) => (at === i ? { ...old, ...part } : old)))}
            />
          </div>
        </article>
      ))}
      <form
        data-part="own-cause"
        data-field="Something else did it"
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim()) return;
          keep([...added, { name: name.trim() }]);
          setName("");
        }}
      >
        <label>
          <span>
            <Tell of="something-else-did-it-in-your" parts={{ small: <small /> }} />
          </span>
          <Input value={name} maxLength={fields.name.max} onChange={(e) => setName(e.target.value)} />
        </label>
        <Button htmlType="submit">{tell("add-it")}</Button>
      </form>
      {wrong && <FieldError words={wrong} />}
    </>
  );
}
