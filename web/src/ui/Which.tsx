import { DownOutlined } from "@ant-design/icons";
import { Button, Flex, Popover } from "antd";
import { useState, type ReactNode } from "react";
import { drawn } from "./drawn";

type Props = {
  /** Which one this is, in a few words. */
  words: string;
  children: (close: () => void) => ReactNode;
  /** It stays open: something in it is wrong. */
  open?: boolean;
};

/** Which of several is at hand, and behind it its day, the others, and a new one. */
export function Which({ words, children, open: held }: Props) {
  const [open, setOpen] = useState(false);
  const more = (
    <Flex vertical gap={10} align="start">
      {children(() => setOpen(false))}
    </Flex>
  );
  return (
    <Popover content={more} trigger="click" open={open || !!held} onOpenChange={setOpen} placement="bottomLeft">
      <Button type="link" icon={<DownOutlined {...drawn} />} iconPlacement="end">
        {words}
      </Button>
    </Popover>
  );
}
