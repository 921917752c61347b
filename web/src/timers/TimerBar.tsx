import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Timer } from "../api/client";
import { readySound, ring } from "./sound";
import { alarmInTitle } from "./title";
import "./timers.css";
import { clock, leftOf, useTimers, useTimerWork } from "./useTimers";
import { run } from "../parts/run";

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
    <section className="timers" aria-label="Timers">
      <ul>
        {list.map((t) => (
          <OneTimer key={t.id} timer={t} left={leftOf(t, now)} />
        ))}
      </ul>
      <button type="button" className="plain" aria-pressed={sound} onClick={turn}>
        {sound ? "Sound on" : "Sound off"}
      </button>
    </section>
  );
}

function OneTimer({ timer: t, left }: { timer: Timer; left: number }) {
  const { change } = useTimerWork();
  const over = left <= 0;
  const name = t.tag ? `${t.tag}: ${t.words}` : t.words;
  return (
    <li className="timer" data-over={over || undefined}>
      {t.plant_id ? <Link to={`/plants/${t.plant_id}/clean`}>{name}</Link> : <span>{name}</span>}
      {/* The change to "time is up" is said aloud, the seconds are not. */}
      <b role="status" aria-live={over ? "assertive" : "off"}>
        {over ? "Time is up" : clock(left)}
      </b>
      <button
        type="button"
        className="plain"
        aria-label={`${name}: one minute more`}
        onClick={() => run(change(t.id, { more_seconds: 60 }))}
      >
        +1 min
      </button>
      <button
        type="button"
        className="plain"
        aria-label={`${name}: put the timer away`}
        onClick={() => run(change(t.id, { put_away: true }))}
      >
        {over ? "Put away" : "Stop"}
      </button>
    </li>
  );
}
