import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { useKeeper } from "../lib/person";
import { Why } from "./Said";

type Props = {
  children: ReactNode;
  /** What a helper reads: why nothing here can be changed. */
  words?: string;
};

/** What only a keeper changes: a helper sees it, and that it is not theirs. */
export function KeepersOnly({ children, words }: Props) {
  const keeper = useKeeper();
  return (
    <ConfigProvider componentDisabled={!keeper}>
      {!keeper && words && <Why>{words}</Why>}
      {children}
    </ConfigProvider>
  );
}
