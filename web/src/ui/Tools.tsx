import { Flex } from "antd";
import type { ReactNode } from "react";
import type { Standing } from "../lib/desk";
import { Plain } from "./Plain";
import { Saved } from "./Standing";

type Props = { standing: Standing; undo?: () => void; redo?: () => void; children?: ReactNode };

/** Whether the last entry is safe, and the way back and forth. */
export function Tools({ standing, undo, redo, children }: Props) {
  return (
    <Flex align="center" data-tools>
      <Saved standing={standing} />
      <Plain disabled={!undo} onClick={undo} cap="Z">
        Undo
      </Plain>
      <Plain disabled={!redo} onClick={redo} cap="Y">
        Redo
      </Plain>
      {children}
    </Flex>
  );
}
