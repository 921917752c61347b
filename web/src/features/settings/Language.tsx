import { useQuery } from "@tanstack/react-query";
import { Settings as fields } from "../../lib/api/fields";
import { about } from "../../lib/api/queries";
import { chosenLanguage, chooseLanguage } from "../../lib/language";
import { Pick } from "../../ui/Pick";
import { Why } from "../../ui/Said";
import { tell } from "../../words/settings";

type Props = { value: string; onChange: (tag: string) => void };

/** The language of the house. One language is no choice. */
export function HouseLanguage({ value, onChange }: Props) {
  const all = useQuery(about).data?.languages ?? [];
  if (all.length < 2) return null;
  return (
    <>
      <Pick
        label={fields.language.label}
        value={value}
        options={[
          { value: "", label: tell("as-each-browser-asks") },
          ...all.map((l) => ({ value: l.tag, label: l.name })),
        ]}
        onChange={onChange}
      />
      <Why>{tell("for-papers-calendars-and")}</Why>
    </>
  );
}

/** The language of whoever is at this screen. */
export function MyLanguage() {
  const all = useQuery(about).data?.languages ?? [];
  if (all.length < 2) return null;
  return (
    <Pick
      label={tell("language-at-this-screen")}
      value={chosenLanguage()}
      options={[{ value: "", label: tell("as-the-house-2") }, ...all.map((l) => ({ value: l.tag, label: l.name }))]}
      onChange={(tag) => {
        chooseLanguage(tag);
        window.location.reload();
      }}
    />
  );
}
