import { Button, type ButtonProps } from "antd";
import { Key } from "./Key";

type Props = Omit<ButtonProps, "type" | "size"> & {
  /** The key that does the same. */
  cap?: string;
};

/** Something to do that is no more than its words. */
export function Plain({ cap, children, ...rest }: Props) {
  return (
    <Button type="link" {...rest}>
      {children}
      {cap && <Key>{cap}</Key>}
    </Button>
  );
}
