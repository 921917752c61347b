import { Table } from "antd";
import { Link } from "react-router";
import type { Plant } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { Say } from "../../ui/Say";
import frame from "../../ui/rows.module.css";
import { tell } from "../../words/bench";
import { faresWords, rootsOf, unreadable } from "./PlantRow";

type Props = {
  list: Plant[];
  choosing: boolean;
  chosen: Map<number, Plant>;
  onChoose: (chosen: Map<number, Plant>) => void;
};

const turn = (p: Plant) => (p.intake.kept_apart ? tell("kept-apart-2") : p.suspect ? "suspect" : "");

/** The bench as a table: one plant a line, to be read down a column. */
export default function PlantTable({ list, choosing, chosen, onChoose }: Props) {
  return (
    <div className={frame.rows}>
      <Table<Plant>
        size="small"
        pagination={false}
        dataSource={list}
        rowKey="id"
        rowSelection={
          choosing
            ? {
                selectedRowKeys: [...chosen.keys()],
                onChange: (_, rows) => onChoose(new Map(rows.map((p) => [p.id, p]))),
              }
            : undefined
        }
        columns={[
          {
            title: tell("plant"),
            rowScope: "row",
            render: (_: unknown, p) => <Link to={`/plants/${p.id}`}>{p.intake.tag}</Link>,
          },
          { title: tell("group"), dataIndex: "group_name" },
          { title: tell("roots"), render: (_: unknown, p) => rootsOf(p) },
          {
            title: tell("stage"),
            render: (_: unknown, p) => p.fares?.name && faresWords(p.fares),
          },
          {
            title: tell("what-now"),
            render: (_: unknown, p) => unreadable(p) || (p.advised && <Say of={p.advised.headline} />),
          },
          { title: tell("day"), render: (_: unknown, p) => p.advised?.until_on && day(p.advised.until_on) },
          { title: "", render: (_: unknown, p) => turn(p) },
        ]}
      />
    </div>
  );
}
