import { Button } from "antd";
import { Lead } from "../../ui/Said";

/** An empty bench teaches the first step. */
export function Worked({ onNew }: { onNew: () => void }) {
  return (
    <section>
      <Lead>
        The bench is empty. Put the plant in your hand on it with <b>New plant</b>: a tag and its group are enough, and
        you can look it over at once.
      </Lead>
      <Button type="primary" onClick={onNew}>
        Put the first one on it
      </Button>
    </section>
  );
}
