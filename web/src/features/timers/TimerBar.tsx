import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Timer } from "../../lib/api/client";
import { run } from "../../lib/run";
import { alarmInTitle } from "../../lib/title";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
import { tell } from "../../words/timers";
import { readySound, ring } from "./sound";
import css from "./timers.module.css";
import { clock, leftOf, useTimers, useTimerWork } from "./useTimers";

const SOUND = "therapeon.sound";

/** The timers that run, at the head of every page. */
export function TimerBar() {
  const { list, now } = useTimers();
  const [sound, setSound] = useState(() => localStorage.getItem(SOUND) !== "off");
  const rung = useRef(new Set<string>());
  const over = list.filter((t) => leftOf(t, now) <= 0);
  const names = over.map((t) => t.words).join(", ");

  useEffect(() => {
    document.addEventListener("pointerdown", readySound);
    return () => document.removeEventListener("pointerdown", readySound);
  }, []);
  useEffect(() => {
    alarmInTitle(names && tell("time-is-up", { names }));
    return () => alarmInTitle("");
  }, [names]);
  useEffect(() => {
    const ended = over.filter((t) => !rung.current.has(`${t.id}/${t.seconds}`));
    ended.forEach((t) => rung.current.add(`${t.id}/${t.seconds}`));
    if (ended.length > 0 && sound) ring();
  });

  if (list.length === 0) return null;
  const turn = () => {
    localStorage.setItem(SOUND, sound ? "off" : "on");
    setSound(!sound);
  };
  return (
    <section className={`${view.line} ${css.timers}`} aria-label={tell("timers")}>
      <ul className={view.line}>
        {list.map((t) => (
          <OneTimer key={t.id} timer={t} left={leftOf(t, now)} />
        ))}
      </ul>
      <Plain aria-pressed={sound} onClick={turn}>
        {sound ? tell("sound-on") : tell("sound-off")}
      </Plain>
    </section>
  );
}

function OneTimer({ timer: t, left }: { timer: Timer; left: number }) {
  const { change } = useTimerWork();
  const over = left <= 0;
  const name = t.tag ? `${t.tag}: ${t.words}` : t.words;
  return (
    <li className={`${view.line} ${css.timer}`} data-over={over || undefined}>
      {t.plant_id ? <Link to={`/plants/${t.plant_id}/cleaning`}>{name}</Link> : <span>{name}</span>}
      {/* The change to "time is up" is said aloud, the seconds are not. */}
      <b role="status" aria-live={over ? "assertive" : "off"}>
        {over ? tell("time-is-up-2") : clock(left)}
      </b>
      <Plain aria-label={tell("one-minute-more", { name })} onClick={() => run(change(t.id, { more_seconds: 60 }))}>
        {tell("1-min")}
      </Plain>
      <Plain aria-label={tell("put-the-timer-away", { name })} onClick={() => run(change(t.id, { put_away: true }))}>
        {over ? tell("put-away") : tell("stop")}
      </Plain>
    </li>
  );
}
