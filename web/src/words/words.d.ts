declare module "*.yaml" {
  import type { Messages } from "@lingui/core";
  const words: Messages;
  export default words;
}
