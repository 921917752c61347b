import { Flex } from "antd";
import type { ReactNode } from "react";
import type { Standing } from "../lib/desk";
import { tell } from "../words/ui";
import { Plain } from "./Plain";
import { Saved } from "./Standing";

type Props = { standing: Standing; undo?: () => void; redo?: () => void; children?: ReactNode };

/** Whether the last entry is safe, and the way back and forth. */
export function Tools({ standing, undo, redo, children }: Props) {
  return (
    <Flex align="center" data-tools>
      <Saved standing={standing} />
      <Plain disabled={!undo} onClick={undo} cap="Z">
        {tell("undo")}
      </Plain>
      <Plain disabled={!redo} onClick={redo} cap="Y">
        {tell("redo")}
      </Plain>
      {children}
    </Flex>
  );
}
