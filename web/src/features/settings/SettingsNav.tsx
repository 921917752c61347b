import { useLocation } from "react-router";
import { SubNav } from "../../ui/SubNav";
import { tell } from "../../words/settings";

const parts = [
  ["/settings", tell("the-house")],
  ["/settings/people", tell("people-and-devices")],
] as const;

/** The two parts of the settings. */
export const SettingsNav = () => <SubNav label={tell("settings")} at={useLocation().pathname} to={parts} />;
