import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import { createTypeScriptImportResolver } from "eslint-import-resolver-typescript";
import imports from "eslint-plugin-import-x";
import globals from "globals";
import ts from "typescript-eslint";
import { literals } from "./literals.mjs";

export default ts.config(
  { ignores: ["dist", "src/lib/api/schema.d.ts", "src/lib/api/fields.ts"] },
  js.configs.recommended,
  ...ts.configs.strict,
  {
    languageOptions: { globals: globals.browser },
    plugins: { "react-hooks": hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    // No file comes back to itself.
    files: ["src/**/*.{ts,tsx}"],
    plugins: { "import-x": imports },
    settings: {
      "import-x/extensions": [".ts", ".tsx"],
      "import-x/parsers": { "@typescript-eslint/parser": [".ts", ".tsx"] },
      "import-x/resolver-next": [createTypeScriptImportResolver({ project: "tsconfig.json" })],
    },
    rules: {
      "max-params": ["error", 5],
      "max-lines-per-function": ["error", 80],
      "import-x/no-cycle": "error",
      "import-x/no-self-import": "error",
      "import-x/order": [
        "error",
        { groups: ["external", ["parent", "sibling", "index"]], alphabetize: { order: "asc" } },
      ],
    },
  },
  {
    // What the page says stands in its catalogues.
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["src/app/theme.ts"],
    plugins: { words: { rules: { literals } } },
    rules: { "words/literals": "error" },
  },
  {
    // Every control is antd's, dressed by the theme; what would write styles into the page, which its
    // policy refuses, is not used; a class is one of a module.
    files: ["src/**/*.tsx"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector:
            "JSXOpeningElement[name.name=/^(button|select|option|input|textarea|details|summary|dialog|table|progress|meter)$/]",
          message: "Take antd's, through src/ui where there is one.",
        },
        {
          selector:
            "JSXOpeningElement[name.name=/^(Figure|TextLine|Input|InputNumber)$/] > JSXAttribute[name.name=/^(min|max|maxLength)$/] Literal",
          message: "What may be entered stands in the contract: see lib/api/fields.",
        },
        { selector: "JSXAttribute[name.name='className'] > Literal", message: "A class is one of a module." },
        {
          selector: "VariableDeclarator[id.elements.1.name='setTrouble']",
          message: "What is sent to the program is a mutation: its trouble is its error. See lib/send.",
        },
        { selector: "JSXAttribute[name.name='autoSize']", message: "It writes styles into the page: give rows." },
        {
          selector: "MemberExpression[object.name='Modal'][property.name=/^(confirm|info|success|error|warning)$/]",
          message: "It writes styles into the page: use App.useApp.",
        },
      ],
      "no-restricted-imports": [
        "error",
        {
          paths: [
            {
              name: "antd",
              importNames: ["List", "Watermark", "Image", "message", "notification", "Drawer"],
              message: "It is deprecated, or writes styles into the page, which its policy refuses.",
            },
          ],
          patterns: [
            { regex: "(?<!\\.module)(?<!/page)(?<!latin(-ext)?-\\d+)\\.css$", message: "Styles are modules." },
          ],
        },
      ],
    },
  },
  {
    // What follows from a change is loaded by one rule: see src/lib/news.ts.
    files: ["src/{features,ui,draw}/**/*.{ts,tsx}"],
    rules: {
      "no-restricted-properties": [
        "error",
        { property: "invalidateQueries", message: "What a write changed is in its answer: see src/lib/news." },
      ],
    },
  },
  ...[
    // A feature knows of another what its index shows.
    ["features", "^\\.\\./[a-z]+/."],
    ["ui", "/(features|app)/"],
    ["draw", "/(features|app)/"],
    ["lib", "/(features|app|ui|draw)/"],
  ].map(([room, regex]) => ({
    files: [`src/${room}/**/*.{ts,tsx}`],
    rules: {
      "@typescript-eslint/no-restricted-imports": [
        "error",
        { patterns: [{ regex, message: "That lies above, or inside another feature." }] },
      ],
    },
  })),
  {
    // No promise without a catch: what goes on by itself goes through run().
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      "no-void": "error",
      "@typescript-eslint/no-floating-promises": ["error", { ignoreVoid: false }],
      "@typescript-eslint/no-misused-promises": "error",
    },
  },
);
