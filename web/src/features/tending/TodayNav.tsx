import { SubNav } from "../../ui/SubNav";

/** The parts of the day's work. */
export const TodayNav = () => (
  <SubNav
    label="Today"
    to={[
      ["/", "The round"],
      ["/evening", "An evening’s crates"],
      ["/away", "Away"],
      ["/forecasts", "Forecasts"],
    ]}
  />
);
