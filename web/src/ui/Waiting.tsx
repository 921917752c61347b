import { Flex, Spin } from "antd";
import type { ReactNode } from "react";

/** What is asked for is on its way. */
export function Waiting({ children }: { children?: ReactNode }) {
  return (
    <Flex justify="center" gap={12} style={{ padding: "60px 0" }} role="status" aria-label="On its way">
      <Spin size="large" /> {children}
    </Flex>
  );
}
