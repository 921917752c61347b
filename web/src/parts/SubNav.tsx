import { NavLink } from "react-router";

/** The parts of a step. */
export function SubNav({ label, to }: { label: string; to: readonly (readonly [string, string])[] }) {
  return (
    <nav className="sub-nav" aria-label={label}>
      {to.map(([path, words]) => (
        <NavLink key={path} to={path} end={path === "."}>
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
