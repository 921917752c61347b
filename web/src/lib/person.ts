import { useQuery } from "@tanstack/react-query";
import { me } from "./api/queries";
import { personKey } from "./api/sent";
import { useKept } from "./kept";

/** Who is at this screen: cautions are acknowledged once by each person. */
export function usePerson(): [string, (name: string) => void] {
  const [person, keep] = useKept(personKey);
  const asked = useQuery(me).data;
  return [asked?.via === "session" ? (asked.name ?? "") : person, (name) => keep(name.slice(0, 60))];
}

/** Whether one may change what is the keeper's: the house, its people, the sides it takes. */
export const useKeeper = () => useQuery(me).data?.role === "keeper";
