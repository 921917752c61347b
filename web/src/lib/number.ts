/** Signs that only ever part thousands. */
const parting = /[\s'’]/g;

const groups = (parts: string[]) =>
  /^[1-9]\d{0,2}$/.test(parts[0] ?? "") && parts.slice(1).every((p) => /^\d{3}$/.test(p));

/**
 * What somebody may mean by a typed number: none for an empty text, one, or two where a comma or a point can part
 * thousands or decimals ("1,500"). Undefined: it is no number.
 */
export function readings(text: string): number[] | undefined {
  const typed = text.replace(parting, "").replace("−", "-");
  if (typed === "") return [];
  const [, minus, figures] = /^(-?)(\d[\d.,]*|[.,]\d+)$/.exec(typed) ?? [];
  if (figures === undefined) return undefined;
  const parts = figures.split(/[.,]/);
  const signs = figures.replace(/\d/g, "");
  const as = (whole: string[], decimals = "") => Number(`${minus ?? ""}${whole.join("") || "0"}.${decimals || "0"}`);
  const decimals = parts.at(-1) ?? "";
  const whole = parts.slice(0, -1);
  if (signs === "") return [as(parts)];
  if (signs.length === 1) return groups(parts) ? [as(whole, decimals), as(parts)] : [as(whole, decimals)];
  const same = new Set(signs.slice(0, -1)).size === 1;
  if (!same || !groups(whole)) return undefined;
  if (signs.at(-1) !== signs[0]) return [as(whole, decimals)];
  return groups(parts) ? [as(parts)] : undefined;
}
