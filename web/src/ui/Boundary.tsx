import { Component, type ReactNode } from "react";
import { useBroken } from "../lib/run";
import { tell } from "../words/ui";
import { Plain } from "./Plain";
import { Trouble } from "./Trouble";

type Props = {
  /** Where one is: going elsewhere leaves what broke behind. */
  at: string;
  children: ReactNode;
};
type State = { at?: string; error?: unknown };

/** Keeps a part of the page that breaks from taking the rest down. */
export class Boundary extends Component<Props, State> {
  override state: State = {};

  static getDerivedStateFromError(error: unknown): State {
    return { error };
  }

  static getDerivedStateFromProps({ at }: Props, was: State): State | null {
    return at === was.at ? null : { at, error: undefined };
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <section>
        <h1>{tell("this-view-broke")}</h1>
        <p>{tell("what-you-saved-is-safe-and-what")}</p>
        <Trouble error={this.state.error} again={() => location.reload()} />
      </section>
    );
  }
}

/** What went wrong outside of any view. */
export function Broken() {
  const { error, putAway } = useBroken();
  if (!error) return null;
  return (
    <div data-broken>
      <Trouble error={error} />
      <Plain onClick={putAway}>{tell("put-away")}</Plain>
    </div>
  );
}
