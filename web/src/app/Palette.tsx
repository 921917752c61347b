import { SearchOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { lazy, Suspense, useState } from "react";
import { useKeys } from "../lib/keyboard";
import { Key } from "../ui/Key";
import { drawn } from "../ui/drawn";
import { tell } from "../words/app";

const PaletteOver = lazy(() => import("./PaletteOver"));

/** Goes anywhere by a few letters: to a plant, to a step of the one at hand, to a room, or does something. */
export function Palette({ onTurn }: { onTurn: () => void }) {
  const [open, setOpen] = useState(false);
  useKeys((key) => {
    if (key !== "ctrl+k" && key !== "/") return false;
    setOpen(true);
    return true;
  });
  return (
    <>
      <Button type="text" icon={<SearchOutlined {...drawn} />} aria-label={tell("go-to")} onClick={() => setOpen(true)}>
        <Key>/</Key>
      </Button>
      {open && (
        <Suspense>
          <PaletteOver onTurn={onTurn} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
