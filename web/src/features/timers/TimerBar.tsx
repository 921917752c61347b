import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Timer } from "../../lib/api/client";
import { run } from "../../lib/run";
import { alarmInTitle } from "../../lib/title";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
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
    alarmInTitle(names && `Time is up: ${names}`);
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
    <section className={`${view.line} ${css.timers}`} aria-label="Timers">
      <ul className={view.line}>
        {list.map((t) => (
          <OneTimer key={t.id} timer={t} left={leftOf(t, now)} />
        ))}
      </ul>
      <Plain aria-pressed={sound} onClick={turn}>
        {sound ? "Sound on" : "Sound off"}
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
        {over ? "Time is up" : clock(left)}
      </b>
      <Plain aria-label={`${name}: one minute more`} onClick={() => run(change(t.id, { more_seconds: 60 }))}>
        +1 min
      </Plain>
      <Plain aria-label={`${name}: put the timer away`} onClick={() => run(change(t.id, { put_away: true }))}>
        {over ? "Put away" : "Stop"}
      </Plain>
    </li>
  );
}
