import { Flex } from "antd";
import type { ReactNode } from "react";

type Props = {
  children: ReactNode;
  /** Names the group, for those who cannot see that it is one. */
  label?: string;
  /** Words stand in the middle of their row, fields at its foot. */
  words?: boolean;
  /** The row sends what it holds. */
  onSend?: () => void;
  data?: string;
};

/** Things beside each other, on further lines where there is no room. */
export function Row({ children, label, words, onSend, data }: Props) {
  const more = { role: label && "group", "aria-label": label, "data-row": data };
  const flex = (
    <Flex wrap gap="8px 16px" align={words ? "center" : "end"} {...(onSend ? {} : more)}>
      {children}
    </Flex>
  );
  if (!onSend) return flex;
  return (
    <form
      {...more}
      onSubmit={(e) => {
        e.preventDefault();
        onSend();
      }}
    >
      {flex}
    </form>
  );
}
