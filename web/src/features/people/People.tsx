import { Flex } from "antd";
import { useKeeper } from "../../lib/person";
import { Fold } from "../../ui/Fold";
import view from "../../ui/view.module.css";
import { tell } from "../../words/people";
import { SettingsNav } from "../settings";
import { Devices } from "./Devices";
import { Everyone } from "./Everyone";
import { Log } from "./Log";
import { Opening } from "./Opening";
import { SignedIn } from "./SignedIn";

/** Who may ask: people, their phones, devices; and who did what. */
export default function People() {
  const keeper = useKeeper();
  return (
    <main className={view.sheet} data-part="who">
      <h1>{tell("people-and-devices")}</h1>
      <SettingsNav />
      <Flex vertical gap={24}>
        {keeper && <Opening />}
        {keeper && <Everyone />}
        <SignedIn />
        {keeper && <Devices />}
        {keeper && (
          <Fold summary={tell("who-did-what")}>
            <Log />
          </Fold>
        )}
      </Flex>
    </main>
  );
}
