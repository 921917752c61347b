import { room } from "../lib/tell";
import english from "./en/bench.yaml";

export const { tell, Tell } = room("bench", english);
