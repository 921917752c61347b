// Writes what the contract says of each field that can be sent: its label, its unit, how much it may be.
// Run by `npm run types`; with --check it only tells whether the file is as the contract has it.
import { readFileSync, writeFileSync } from "node:fs";
import { argv, exit } from "node:process";

const contract = JSON.parse(readFileSync("../api/openapi.json", "utf8"));
const shapes = contract.components.schemas;

/** The names of all shapes that are sent, and of those in them. */
const sent = new Set();
const visit = (part) => {
  if (typeof part !== "object" || part === null) return;
  const name = part.$ref?.split("/").at(-1);
  if (name && !sent.has(name)) {
    sent.add(name);
    visit(shapes[name]);
  }
  Object.values(part).forEach(visit);
};
Object.values(contract.paths).forEach((way) => Object.values(way).forEach((op) => visit(op.requestBody)));

/** The most of a figure, of a text's characters, of a list's entries. */
const mostOf = (field) => field.maximum ?? field.maxLength ?? field.maxItems;

/** Labels by their codes: a catalogue of the page, and what says them. */
const labels = {};
const labelOf = (field) => {
  if (!field.title) return undefined;
  const key = field["x-title"].replace(/^fields\./, "");
  labels[key] = field.title;
  return `tell(${JSON.stringify(key)})`;
};

const limitsOf = (field) => ({
  label: labelOf(field),
  unit: field["x-unit"],
  min: field.minimum,
  max: mostOf(field),
  whole: field.type === "integer" || undefined,
});

/** What an address may ask, by its operation. */
const asked = Object.values(contract.paths)
  .flatMap((way) => Object.values(way))
  .map((op) => [op.operationId, op.parameters?.map((p) => [p.name, p.schema])]);

const all = [...asked, ...[...sent].sort().map((name) => [name, Object.entries(shapes[name].properties ?? {})])];

/** The parts of an entry, as they are written: a label is asked of the catalogue, the rest stands as it is. */
function written(limits) {
  return Object.entries(limits)
    .filter(([, v]) => v !== undefined)
    .map(([name, v]) => `${name}: ${name === "label" ? v : JSON.stringify(v)}`)
    .join(", ");
}

const entries = all.flatMap(([name, properties = []]) => {
  const fields = properties
    .filter(([, f]) => (f.type !== "object" && mostOf(f) !== undefined) || f.title)
    .map(([field, f]) => `  ${field}: { ${written(limitsOf(f))} },\n`);
  return fields.length ? [`export const ${name} = {\n${fields.join("")}} as const;\n`] : [];
});

const files = {
  "src/lib/api/fields.ts": `// Written by fields.mjs from api/openapi.json.
import { tell } from "../../words/fields";

${entries.join("\n")}`,
  "src/words/en/fields.yaml": `# Written by fields.mjs from api/openapi.json.
${Object.entries(labels)
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([key, said]) => `${key}: ${JSON.stringify(said)}\n`)
  .join("")}`,
};
for (const [file, text] of Object.entries(files)) {
  if (!argv.includes("--check")) writeFileSync(file, text);
  else if (readFileSync(file, "utf8") !== text) {
    console.error(`${file} is not as the contract has it: run make generate`);
    exit(1);
  }
}
