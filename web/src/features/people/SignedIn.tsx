import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { ask, client, type Session } from "../../lib/api/client";
import { me, sessions } from "../../lib/api/queries";
import { moment } from "../../lib/dates";
import { forgetAll } from "../../lib/news";
import { useSend } from "../../lib/send";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/people";

/** Who one is here, who is signed in where, and how that ends. */
export function SignedIn() {
  const who = useQuery(me).data;
  const list = useQuery(sessions).data ?? [];
  const cache = useQueryClient();
  const { send, trouble } = useSend<{ sessions: Session[] }>({
    then: (answer) => {
      if (list.some((s) => s.this) && !answer.sessions.some((s) => s.this)) {
        forgetAll(cache);
        return cache.refetchQueries({ queryKey: me.queryKey });
      }
      cache.setQueryData(sessions.queryKey, answer.sessions);
    },
  });
  const end = (id: string) => send(() => ask(client.PUT("/api/v1/sessions/{id}/ended", { params: { path: { id } } })));
  return (
    <section data-part="sessions">
      <h2>{tell("signed-in")}</h2>
      {who?.via === "machine" && <p>{tell("you-are-at-this-machine-itself")}</p>}
      {who?.via === "session" && (
        <Row words>
          <span>
            <Tell of="you-are-a" with={{ name: <b>{who.name}</b>, role: who.role }} />
          </span>
          <Button onClick={() => end(who.session ?? "")}>{tell("sign-out-here")}</Button>
        </Row>
      )}
      <ul className={view.rows} aria-label={tell("who-is-signed-in")}>
        {list.map((s) => (
          <li key={s.id}>
            <Row words>
              <b>{s.person}</b>
              <Aside>
                <Tell
                  of={s.this ? "this-one-since-last-used" : "since-last-used"}
                  with={{
                    device: s.on,
                    began: moment(s.began_at),
                    seen: moment(s.seen_at),
                  }}
                />
              </Aside>
              <Plain onClick={() => end(s.id)}>{tell("end-it")}</Plain>
            </Row>
          </li>
        ))}
      </ul>
      {trouble && <Trouble error={trouble} />}
    </section>
  );
}
