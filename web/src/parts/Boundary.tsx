import { Component, type ReactNode } from "react";
import { Trouble } from "./Trouble";
import { useBroken } from "./run";

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
      <main className="sheet">
        <h1>This view broke</h1>
        <p>What you saved is safe, and what was on its way to be saved is kept in this browser.</p>
        <Trouble error={this.state.error} again={() => location.reload()} />
      </main>
    );
  }
}

/** What went wrong outside of any view. */
export function Broken() {
  const { error, putAway } = useBroken();
  if (!error) return null;
  return (
    <div className="broken">
      <Trouble error={error} />
      <button type="button" className="plain" onClick={putAway}>
        Put away
      </button>
    </div>
  );
}
