import { Button, Input } from "antd";
import { useState } from "react";
import type { Added } from "../api/client";
import type { InspectionDesk } from "../look/useInspection";
import { FieldError } from "../parts/Choice";
import { Outcome } from "./Outcome";

/** Causes that no table knows, in the user's words. */
export function OwnCauses({ desk }: { desk: InspectionDesk }) {
  const [name, setName] = useState("");
  const added = desk.noted.added ?? [];
  const keep = (all: Added[]) => desk.note({ added: all.length > 0 ? all : undefined });
  const wrong = desk.wrong("added");
  return (
    <>
      {added.map((a, i) => (
        <article className="cause-card" key={i} data-cause="own">
          <div className="cause-head">
            <h3>{a.name}</h3>
            <span>your own word</span>
            <button type="button" className="plain" onClick={() => keep(added.filter((_, at) => at !== i))}>
              Take it off
            </button>
          </div>
          <div className="cause-record">
            <Outcome
              name={a.name}
              of={a}
              onChange={(part) => keep(added.map((old, at) => (at === i ? { ...old, ...part } : old)))}
            />
          </div>
        </article>
      ))}
      <form
        className="own-cause"
        data-field="Something else did it"
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim()) return;
          keep([...added, { name: name.trim() }]);
          setName("");
        }}
      >
        <label>
          <span className="figure-label">
            Something else did it <small>In your words. No finding weighs on it</small>
          </span>
          <Input value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
        </label>
        <Button htmlType="submit">Add it</Button>
      </form>
      {wrong && <FieldError words={wrong} />}
    </>
  );
}
