import type { ReactNode } from "react";
import { Link } from "react-router";
import css from "./said.module.css";

type Props = {
  shelf: "causes" | "findings" | "groups" | "pests" | "products";
  code: string;
  children: ReactNode;
};

/** A word of the trade where it is used: it leads to its entry in the library. */
export const Term = ({ shelf, code, children }: Props) => (
  <Link to={`/library/${shelf}/${code}`} className={css.term}>
    {children}
  </Link>
);
