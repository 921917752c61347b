/** What the contract says of a field that can be sent: see lib/api/fields. */
type Said = { label?: string; unit?: string; min?: number; max?: number; whole?: boolean };

const right = () => undefined;

/**
 * The fields of a shape, each as a control takes it: its label, unit and limits by the contract, its value,
 * and what the program found wrong with it.
 */
export function fieldsOf<V extends object, F extends { [K in keyof V]?: Said }>(
  shape: F,
  value: V,
  change: (part: Partial<V>) => void,
  wrong: (field: string) => string | undefined = right,
) {
  return <K extends keyof F & keyof V & string>(name: K) => ({
    ...shape[name],
    value: value[name],
    onChange: (v: V[K] | undefined) => change({ [name]: v } as unknown as Partial<V>),
    error: wrong(name),
  });
}
