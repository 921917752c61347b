import { SubNav } from "../../ui/SubNav";
import { tell } from "../../words/today";

/** The parts of the day's work. */
export const TodayNav = () => (
  <SubNav
    label={tell("today")}
    to={[
      ["/", tell("the-round")],
      ["/today/evening", tell("an-evenings-crates")],
      ["/today/away", tell("away")],
      ["/forecast", tell("forecasts")],
    ]}
  />
);
