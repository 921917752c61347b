import { useKept } from "./kept";

/** Who is at this screen: cautions are acknowledged once by each person. */
export function usePerson(): [string, (name: string) => void] {
  const [person, keep] = useKept("therapeon.person");
  return [person, (name) => keep(name.slice(0, 60))];
}
