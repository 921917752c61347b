import type { ReactNode } from "react";
import type { Standing } from "./desk";
import { Saved } from "./Standing";

type Props = { standing: Standing; undo?: () => void; redo?: () => void; children?: ReactNode };

/** Whether the last entry is safe, and the way back and forth. */
export function Tools({ standing, undo, redo, children }: Props) {
  return (
    <span className="reading-tools">
      <Saved standing={standing} />
      <button type="button" className="plain" disabled={!undo} onClick={undo}>
        Undo <kbd>Z</kbd>
      </button>
      <button type="button" className="plain" disabled={!redo} onClick={redo}>
        Redo <kbd>Y</kbd>
      </button>
      {children}
    </span>
  );
}
