// A rule for the linter: what the page says stands in its catalogues, src/words, and nowhere in its code.

/** Looks like words: several of them, or one with a capital. */
const wordy = (s) =>
  /[A-Za-z]{2}/.test(s) && (/[a-z,.:)] [A-Za-z]|[A-Za-z] [a-z]{2}/.test(s) || /^\s*[A-Z][a-z]+/.test(s));

/** Attributes that hold codes. */
const codes =
  /^(className|type|key|href|path|code|data-.*|size|variant|color|fill|d|id|role|mode|placement|trigger|rel|target|htmlFor|inputMode|autoComplete|textAnchor|viewBox|stroke.*|rowKey|scope|shape|status|position|layout|orientation|pattern|style|of|value|accept|points)$/;

/** What is called with codes: addresses, events, names of keys. */
const called =
  /^(GET|POST|PUT|DELETE|tell|querySelector|querySelectorAll|addEventListener|removeEventListener|getItem|setItem|useKept|matchMedia|startsWith|endsWith|split|replace|replaceAll|closest|includes|navigate|createContext|has|set|setAttribute|get|test)$/;

const nameOf = (callee) => callee.name ?? callee.property?.name ?? "";

function holdsCode(node) {
  const p = node.parent;
  if (p.type.startsWith("Import") || p.type.startsWith("Export") || p.type.startsWith("TS")) return true;
  if (p.type === "BinaryExpression" && /^[!=]==$/.test(p.operator)) return true;
  if (p.type === "SwitchCase" || (p.type === "Property" && p.key === node)) return true;
  if (p.type === "MemberExpression") return true;
  for (let a = p; a && !/Statement$|^JSXElement$|Function/.test(a.type); a = a.parent) {
    if (a.type === "JSXAttribute") return codes.test(a.name.name?.name ?? a.name.name);
    if (a.type === "CallExpression" && called.test(nameOf(a.callee))) return true;
    if (a.type === "NewExpression" && /Error|RegExp|URL|Intl|Event|Blob/.test(nameOf(a.callee))) return true;
  }
  return false;
}

const message = "What the page says stands in its catalogue: src/words/en.";

/** Signs of figures and of code that look like words. */
const sign =
  /^[-–·,.:;()[\]/ ]*(mm|cm|mL|min|ppm|kPa|therapeon\S*|Therapeon(-\w+)?|px|\d+px.*|[a-z]+\/[a-z]+.*)?[-–·,.:;()[\]/ ]*$|^[./#[]|var\(--|^\d+px|^M\d|^translate/;

export const literals = {
  meta: { type: "problem", schema: [] },
  create: (context) => ({
    JSXText: (node) => {
      if (/[A-Za-z]{2}/.test(node.value) && !sign.test(node.value.trim())) context.report({ node, message });
    },
    Literal: (node) => {
      if (typeof node.value !== "string" || !wordy(node.value) || sign.test(node.value) || holdsCode(node)) return;
      context.report({ node, message });
    },
    TemplateElement: (node) => {
      const said = node.value.cooked;
      if (/[A-Za-z]{3,} [a-z]{2,}|^[A-Z][a-z]+ /.test(said) && !sign.test(said) && !holdsCode(node.parent))
        context.report({ node, message });
    },
  }),
};
