import { Link, NavLink } from "react-router";
import css from "./sub-nav.module.css";

type Props = {
  label: string;
  /** Where each leads, its words, and a word beside them. */
  to: readonly (readonly [string, string, string?])[];
  /** The one at hand, where addresses do not tell. */
  at?: string;
};

/** The parts of a step, or the shelves of a room, each with its own address. */
export function SubNav({ label, to, at }: Props) {
  return (
    <nav className={css.subNav} aria-label={label}>
      {to.map(([path, words, aside]) => {
        const inside = (
          <>
            {words} {aside && <small>{aside}</small>}
          </>
        );
        if (at === undefined)
          return (
            <NavLink key={path} to={path} end={path === "." || path === "/"}>
              {inside}
            </NavLink>
          );
        return (
          <Link key={path} to={path} aria-current={path === at ? "page" : undefined}>
            {inside}
          </Link>
        );
      })}
    </nav>
  );
}
