import { EllipsisOutlined } from "@ant-design/icons";
import { Button, Dropdown } from "antd";
import { Link } from "react-router";
import { labelOf, sheetOf } from "../../lib/papers";
import { drawn } from "../../ui/drawn";
import { tell } from "../../words/plant";

/** What belongs to the plant and to no step: one tap away from each of them. */
export function Beside({ plantID }: { plantID: number }) {
  const at = `/plants/${plantID}`;
  const paper = (href: string, words: string) => (
    <a href={href} target="_blank" rel="noreferrer">
      {words}
    </a>
  );
  const items = [
    { key: "incidents", label: <Link to={`${at}/incidents`}>{tell("something-broke")}</Link> },
    { key: "weights", label: <Link to={`${at}/weights`}>{tell("weights")}</Link> },
    { key: "history", label: <Link to={`${at}/history`}>{tell("case-sheet-and-history")}</Link> },
    { key: "label", label: paper(labelOf([plantID], false), tell("label-pdf")) },
    { key: "sheet", label: paper(sheetOf(plantID), tell("case-sheet-pdf")) },
  ];
  return (
    <Dropdown menu={{ items }} trigger={["click"]}>
      <Button type="text" icon={<EllipsisOutlined {...drawn} />} aria-label={tell("more-of-this-plant")} />
    </Dropdown>
  );
}
