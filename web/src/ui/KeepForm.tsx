import { Button, Flex } from "antd";
import type { ReactNode } from "react";
import { Refused } from "../lib/api/client";
import { tell } from "../words/ui";
import { Plain } from "./Plain";
import { Row } from "./Row";
import { Trouble } from "./Trouble";

type Props = {
  name: string;
  /** What came of keeping it; what is wrong with a field is said at the field. */
  trouble: Error | null | undefined;
  onKeep: () => void;
  onLeave: () => void;
  children: ReactNode;
};

/** A form that is kept or left. */
export const KeepForm = ({ name, trouble, onKeep, onLeave, children }: Props) => (
  <form
    data-part={name}
    onSubmit={(e) => {
      e.preventDefault();
      onKeep();
    }}
  >
    <Flex vertical gap="small">
      <Row>{children}</Row>
      {trouble && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
      <Row>
        <Button type="primary" htmlType="submit">
          {tell("keep-it")}
        </Button>
        <Plain onClick={onLeave}>{tell("leave-it")}</Plain>
      </Row>
    </Flex>
  </form>
);
