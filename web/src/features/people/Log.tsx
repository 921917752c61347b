import { useInfiniteQuery } from "@tanstack/react-query";
import { Button, Table } from "antd";
import { Link } from "react-router";
import type { Logged } from "../../lib/api/client";
import { log } from "../../lib/api/queries";
import { moment } from "../../lib/dates";
import { run } from "../../lib/run";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/people";

/** Who it was, as far as that is known. */
const whoOf = (l: Logged) =>
  l.person ??
  (l.via === "machine" ? tell("at-this-machine") : l.via === "command" ? tell("a-command") : tell("somebody-unknown"));

/** Who did what: it is added to, and nobody changes it. */
export function Log() {
  const all = useInfiniteQuery(log);
  return (
    <section data-part="log">
      <h2>{tell("who-did-what")}</h2>
      <Why>{tell("lines-are-added-and-never")}</Why>
      {all.error && <Trouble error={all.error} />}
      <Table
        size="small"
        pagination={false}
        rowKey="id"
        dataSource={all.data?.pages.flatMap((page) => page.log)}
        locale={{ emptyText: tell("nothing-was-done-yet") }}
        scroll={{ x: "max-content" }}
        columns={[
          { title: tell("when"), dataIndex: "at", render: moment },
          { title: tell("who"), render: (_, l: Logged) => <b>{whoOf(l)}</b> },
          { title: tell("what"), render: (_, l: Logged) => (l.note ? `${l.words}: ${l.note}` : l.words) },
          {
            title: tell("plant"),
            render: (_, l: Logged) =>
              l.plant_id ? <Link to={`/plants/${l.plant_id}`}>{l.tag ?? `plant ${l.plant_id}`}</Link> : "",
          },
        ]}
      />
      {all.hasNextPage && (
        <Button loading={all.isFetchingNextPage} onClick={() => run(all.fetchNextPage())}>
          {tell("show-more")}
        </Button>
      )}
    </section>
  );
}
