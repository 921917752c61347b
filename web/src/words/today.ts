import { room } from "../lib/tell";
import english from "./en/today.yaml";

export const { tell, Tell } = room("today", english);
