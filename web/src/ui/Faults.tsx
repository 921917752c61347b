import type { Problem } from "../lib/api/client";

type Props = { faults: NonNullable<Problem["faults"]> };

/** What is wrong with what was sent, each value by the name that its form has for it. */
export const Faults = ({ faults }: Props) => (
  <ul>
    {faults.map((f) => (
      <li key={f.field}>
        {f.name ?? f.field.replace(/^(reading|intake|inspection)\./, "").replaceAll("_", " ")}: {f.words}
      </li>
    ))}
  </ul>
);
