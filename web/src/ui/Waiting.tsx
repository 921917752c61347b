import { Flex, Spin } from "antd";
import type { ReactNode } from "react";
import { tell } from "../words/ui";

/** What is asked for is on its way. */
export function Waiting({ children }: { children?: ReactNode }) {
  return (
    <Flex justify="center" gap={12} style={{ padding: "60px 0" }} role="status" aria-label={tell("on-its-way")}>
      <Spin size="large" /> {children}
    </Flex>
  );
}
