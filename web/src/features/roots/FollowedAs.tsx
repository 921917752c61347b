import { useQuery } from "@tanstack/react-query";
import type { Root, RootsReading } from "../../lib/api/client";
import { progress } from "../../lib/api/queries";
import { Pick } from "../../ui/Pick";
import { tell } from "../../words/roots";
import { usePlant } from "../plant";

type Props = {
  root: Root;
  roots: Root[];
  change: (make: (now: RootsReading) => RootsReading) => void;
  onChoose: (id?: string) => void;
};

/** A root that was taped before goes on under its name. */
export function FollowedAs({ root, roots, change, onChoose }: Props) {
  const { plant } = usePlant();
  const tracks = useQuery(progress(plant.id)).data?.tracks ?? [];
  const named = tracks.filter((t) => t.new && !t.lost_on && t.root === t.label);
  const free = named.filter((t) => t.root === root.id || !roots.some((r) => r.id === t.root));
  if (root.count > 1 || free.length === 0) return null;
  const follow = (name: string) => {
    change((now) => ({ ...now, roots: now.roots.map((r) => (r.id === root.id ? { ...r, id: name } : r)) }));
    onChoose(name);
  };
  return (
    <Pick
      label={tell("it-is-the-root-followed-as")}
      value={free.some((t) => t.root === root.id) ? root.id : undefined}
      empty={tell("none-of-those")}
      options={free.map((t) => ({ value: t.root, label: t.root }))}
      onChange={follow}
    />
  );
}
