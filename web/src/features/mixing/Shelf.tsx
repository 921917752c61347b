import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client, type OnShelf, type Stock } from "../../lib/api/client";
import { houseMedia, needs, shelf } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { abreast, figure, volume } from "../../lib/words";
import { Plain } from "../../ui/Plain";
import { Lead, Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/mixing";
import { StockForm } from "./StockForm";
import css from "./mixing.module.css";
import type { BenchProps } from "./useWorked";

/** What stands on the shelf, and what the cleanings in hand will use up. */
export function Shelf({ knowledge: k }: BenchProps) {
  const list = useQuery(shelf);
  const media = useQuery(houseMedia).data?.components ?? [];
  const [editing, setEditing] = useState<OnShelf | "new">();
  const { send, trouble, putAway } = useSend({
    then: () => setEditing(undefined),
    but: tellDoubt,
  });
  const put = (o: OnShelf, stock: Stock, gone = false) =>
    send(() =>
      ask(
        client.PUT("/api/v1/shelf/{id}", { params: { path: { id: o.id } }, body: { version: o.version, stock, gone } }),
      ),
    );
  return (
    <>
      <UsedUp />
      <section className={css.part} aria-label={tell("on-the-shelf")}>
        <h2>{tell("on-the-shelf")}</h2>
        {list.error && <Trouble error={list.error} again={() => run(list.refetch())} />}
        {list.data?.length === 0 && <Lead>{tell("nothing-is-on-the-shelf-yet-what")}</Lead>}
        <ul className={css.list}>
          {list.data?.map((o) =>
            o.unreadable ? (
              <li key={o.id}>{o.unreadable}</li>
            ) : (
              <Item
                key={o.id}
                o={o}
                kind={
                  (k.products.find((p) => p.code === o.stock.product) ?? media.find((c) => c.code === o.stock.product))
                    ?.name
                }
                onChange={() => setEditing(o)}
                onGone={() => put(o, o.stock, true)}
              />
            ),
          )}
        </ul>
        {trouble && !editing && <Trouble error={trouble} />}
        {editing ? (
          <StockForm
            key={editing === "new" ? "new" : editing.id}
            knowledge={k}
            stock={editing === "new" ? undefined : editing.stock}
            trouble={trouble}
            onSave={(stock) =>
              editing === "new" ? send(() => ask(client.POST("/api/v1/shelf", { body: stock }))) : put(editing, stock)
            }
            onClose={() => {
              setEditing(undefined);
              putAway();
            }}
          />
        ) : (
          <Button type="primary" onClick={() => setEditing("new")}>
            {tell("put-something-on-the-shelf")}
          </Button>
        )}
      </section>
    </>
  );
}

/** What the cleanings in hand ask for, against what stands there. */
function UsedUp() {
  const wanted = useQuery(needs).data ?? [];
  return (
    <section className={css.part} aria-label={tell("this-session")}>
      <h2>{tell("what-the-cleanings-in-hand-will")}</h2>
      {wanted.length === 0 && <Lead>{tell("no-cleaning-in-hand-asks-for")}</Lead>}
      <ul className={css.list}>
        {wanted.map((n) => (
          <li key={n.product} data-short={n.short_ml || !n.item_id ? true : undefined}>
            <b>{n.name}</b>{" "}
            {abreast([
              n.percent ? tell("of", { volume: volume(n.mix_ml), percent: figure(n.percent, 2) }) : volume(n.mix_ml),
              n.stock_ml ? tell("of-stock", { stockml: volume(n.stock_ml) }) : "",
            ])}
            . {n.words}{" "}
            <Aside>
              <Tell
                of="for-2"
                with={{
                  plants: n.plants.map((p, i) => (
                    <span key={p.id}>
                      {i > 0 && ", "}
                      <Link to={`/plants/${p.id}/cleaning`}>{p.tag}</Link>
                    </span>
                  )),
                }}
              />
            </Aside>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One thing on the shelf, its amount, and what is known of it. */
const Item = ({
  o,
  kind,
  onChange,
  onGone,
}: {
  o: OnShelf;
  kind?: string;
  onChange: () => void;
  onGone: () => void;
}) => (
  <li data-expired={o.expired || undefined}>
    <span>
      <b>{o.stock.name}</b>
      {o.stock.percent && ` ${o.stock.percent} %`}
      <small>
        {[
          kind,
          o.stock.expires_on && tell(o.expired ? "past-its-date" : "good-until-2", { on: day(o.stock.expires_on) }),
          o.stock.adds && tell("1-ml-l-reads-2", { adds: figure(o.stock.adds) }),
          o.stock.label_most_percent && tell("label-at-most", { labelmostpercent: o.stock.label_most_percent }),
        ]
          .filter(Boolean)
          .join(" · ")}
      </small>
    </span>
    <b>
      {figure(o.stock.amount)} {o.stock.unit}
    </b>
    <Button onClick={onChange}>{tell("change")}</Button>
    <Plain onClick={onGone}>{tell("gone")}</Plain>
  </li>
);
