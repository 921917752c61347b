import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Switch } from "antd";
import { ask, client, type CalendarShared } from "../../lib/api/client";
import { calendar } from "../../lib/api/queries";
import { useKeeper } from "../../lib/person";
import { useSend } from "../../lib/send";
import { Choice } from "../../ui/Choice";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/today";

/** What is due, in one's own calendar: a file, or an address that a calendar asks by itself. */
export function CalendarOf() {
  const keeper = useKeeper();
  return (
    <section data-part="calendar">
      <h2>{tell("in-your-calendar")}</h2>
      <Row words>
        <a href="/api/v1/calendar/file" download>
          {tell("calendar-file")}
        </a>
      </Row>
      {keeper ? <Shared /> : <Why>{tell("an-address-that-a-calendar-asks")}</Why>}
    </section>
  );
}

/** The address, and how its entries are put together. */
function Shared() {
  const cache = useQueryClient();
  const c = useQuery(calendar).data;
  const { send, trouble } = useSend<CalendarShared>({ then: (now) => cache.setQueryData(calendar.queryKey, now) });
  if (!c) return null;
  const set = (shared: boolean, by: string, renew?: boolean) =>
    send(() =>
      ask(client.PUT("/api/v1/calendar", { body: { shared, by: by as "place" | "plant", ...(renew && { renew }) } })),
    );
  const address = c.secret && `${location.origin}/api/v1/calendars/${c.secret}.ics`;
  return (
    <>
      {Boolean(trouble) && <Trouble error={trouble} />}
      <Choice
        label={tell("one-entry")}
        value={c.by}
        options={[
          ["place", tell("a-day-and-place")],
          ["plant", tell("for-each-job-of-a-plant")],
        ]}
        onChange={(by) => set(!!c.secret, by)}
      />
      <Row words>
        <span>
          <Tell
            of="an-address-that-a-calendar-asks-3"
            with={{
              switch: (
                <Switch
                  checked={!!c.secret}
                  onChange={(on) => set(on, c.by)}
                  aria-label={tell("an-address-that-a-calendar-asks-2")}
                />
              ),
            }}
          />
        </span>
      </Row>
      {address && (
        <>
          <p>
            <code>{address}</code>
          </p>
          <Why>{tell("whoever-has-this-address-sees")}</Why>
          <Button onClick={() => set(true, c.by, true)}>{tell("another-address")}</Button>
        </>
      )}
    </>
  );
}
