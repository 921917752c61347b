import type { Want } from "../api/client";
import { litres } from "./planning";

/** Amounts of each component against the shelf, with what is short and what could stand in. */
export function Wants({ list }: { list: Want[] }) {
  return (
    <table className="wants">
      <thead>
        <tr>
          <th scope="col">Component</th>
          <th scope="col">Take</th>
          <th scope="col">On the shelf</th>
        </tr>
      </thead>
      <tbody>
        {list.map((w) => (
          <tr key={w.component} data-component={w.component} data-short={w.short_l ? true : undefined}>
            <th scope="row">{w.name}</th>
            <td>{litres(w.need_l)}</td>
            <td>
              {litres(w.have_l)}
              {w.short_l ? <b> {w.words}</b> : null}
              {w.instead && (
                <small>
                  {" "}
                  Take {litres(w.instead.litres)} of {w.instead.name} instead. {w.instead.words}
                </small>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
