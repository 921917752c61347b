import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Input, type InputRef } from "antd";
import { useId, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { ask, client, inAWord, Refused } from "../../lib/api/client";
import { AddPlant } from "../../lib/api/fields";
import { groups } from "../../lib/api/queries";
import { inOrder } from "../../lib/outbox";
import { FieldError } from "../../ui/Field";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/bench";
import css from "./bench.module.css";

/** A tag and a group, in either order: the plant is on the bench and can be looked over. */
export function NewPlant({ onClose }: { onClose: () => void }) {
  const [tag, setTag] = useState("");
  const [group, setGroup] = useState("");
  const [wrong, setWrong] = useState("");
  const field = useRef<InputRef>(null);
  const id = useId();
  const kinds = useQuery(groups);
  const go = useNavigate();
  const add = useMutation({
    mutationFn: (of: string) =>
      inOrder(() => ask(client.POST("/api/v1/plants", { body: { tag: tag.trim(), group: of } }))),
    onSuccess: async (p) => {
      if (p) await go(`/plants/${p.id}/look`);
      else onClose(); // it was kept the first time: it is on the bench
    },
  });
  const put = (of: string) => {
    setGroup(of);
    if (tag.trim() && of) {
      add.mutate(of);
      return;
    }
    setWrong(of ? tell("now-give-it-a-tag-or-a-name") : tell("now-tap-its-group"));
    if (of) field.current?.focus();
  };
  const refused = add.error instanceof Refused ? add.error.at("tag") : undefined;
  const said = add.error ? (refused ?? inAWord(add.error)) : wrong;
  return (
    <section data-part="new" aria-label={tell("new-plant")}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          put(group);
        }}
      >
        <label htmlFor={id}>{tell("tag-or-name")}</label>
        <Row>
          <Input
            id={id}
            ref={field}
            autoFocus
            value={tag}
            maxLength={AddPlant.tag.max}
            style={{ maxWidth: 420 }}
            onChange={(e) => {
              setTag(e.target.value);
              setWrong("");
              add.reset();
            }}
          />
          {group && (
            <Button type="primary" htmlType="submit" loading={add.isPending}>
              {tell("put-it-on-the-bench")}
            </Button>
          )}
        </Row>
      </form>
      {said && <FieldError words={said} />}
      <p id="which-group">{tell("tap-its-group-the-rest-can-come")}</p>
      <div className={css.groups} role="group" aria-labelledby="which-group">
        {kinds.data?.map((g) => (
          <Button block key={g.code} aria-pressed={g.code === group} onClick={() => put(g.code)}>
            <span>
              {g.name}
              {g.common && (
                <Aside>
                  <Say of={g.common} />
                </Aside>
              )}
            </span>
          </Button>
        ))}
      </div>
      <Plain onClick={onClose}>{tell("not-now")}</Plain>
    </section>
  );
}
