import { useLocation } from "react-router";
import { SubNav } from "../../ui/SubNav";

const parts = [
  ["/settings", "The house"],
  ["/settings/people", "People and devices"],
] as const;

/** The two parts of the settings. */
export const SettingsNav = () => <SubNav label="Settings" at={useLocation().pathname} to={parts} />;
