import { room } from "../lib/tell";
import english from "./en/race.yaml";

export const { tell, Tell } = room("race", english);
