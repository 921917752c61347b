import { useInfiniteQuery } from "@tanstack/react-query";
import { Button, Table } from "antd";
import { Link } from "react-router";
import type { Logged } from "../../lib/api/client";
import { log } from "../../lib/api/queries";
import { moment } from "../../lib/dates";
import { run } from "../../lib/run";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";

/** Who it was, as far as that is known. */
const whoOf = (l: Logged) =>
  l.person ?? (l.via === "machine" ? "At this machine" : l.via === "command" ? "A command" : "Somebody unknown");

/** Who did what: it is added to, and nobody changes it. */
export function Log() {
  const all = useInfiniteQuery(log);
  return (
    <section data-part="log">
      <h2>Who did what</h2>
      <Why>Lines are added and never changed. What one goes on with within an hour is one line.</Why>
      {all.error && <Trouble error={all.error} />}
      <Table
        size="small"
        pagination={false}
        rowKey="id"
        dataSource={all.data?.pages.flatMap((page) => page.log)}
        locale={{ emptyText: "Nothing was done yet." }}
        scroll={{ x: "max-content" }}
        columns={[
          { title: "When", dataIndex: "at", render: moment },
          { title: "Who", render: (_, l: Logged) => <b>{whoOf(l)}</b> },
          { title: "What", render: (_, l: Logged) => (l.note ? `${l.words}: ${l.note}` : l.words) },
          {
            title: "Plant",
            render: (_, l: Logged) =>
              l.plant_id ? <Link to={`/plants/${l.plant_id}`}>{l.tag ?? `plant ${l.plant_id}`}</Link> : "",
          },
        ]}
      />
      {all.hasNextPage && (
        <Button loading={all.isFetchingNextPage} onClick={() => run(all.fetchNextPage())}>
          Show more
        </Button>
      )}
    </section>
  );
}
