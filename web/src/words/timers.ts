import { room } from "../lib/tell";
import english from "./en/timers.yaml";

export const { tell, Tell } = room("timers", english);
