import { EllipsisOutlined } from "@ant-design/icons";
import { Button, Dropdown } from "antd";
import { Link } from "react-router";
import { labelOf, sheetOf } from "../../lib/papers";

/** What belongs to the plant and to no step: one tap away from each of them. */
export function Beside({ plantID }: { plantID: number }) {
  const at = `/plants/${plantID}`;
  const paper = (href: string, words: string) => (
    <a href={href} target="_blank" rel="noreferrer">
      {words}
    </a>
  );
  const items = [
    { key: "incidents", label: <Link to={`${at}/incidents`}>Something broke</Link> },
    { key: "weights", label: <Link to={`${at}/weights`}>Weights</Link> },
    { key: "history", label: <Link to={`${at}/history`}>Case sheet and history</Link> },
    { key: "label", label: paper(labelOf([plantID], false), "Label, PDF") },
    { key: "sheet", label: paper(sheetOf(plantID), "Case sheet, PDF") },
  ];
  return (
    <Dropdown menu={{ items }} trigger={["click"]}>
      <Button type="text" icon={<EllipsisOutlined />} aria-label="More of this plant" />
    </Dropdown>
  );
}
