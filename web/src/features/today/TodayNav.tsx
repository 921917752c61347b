import { SubNav } from "../../ui/SubNav";

/** The parts of the day's work. */
export const TodayNav = () => (
  <SubNav
    label="Today"
    to={[
      ["/", "The round"],
      ["/today/evening", "An evening’s crates"],
      ["/today/away", "Away"],
      ["/forecast", "Forecasts"],
    ]}
  />
);
