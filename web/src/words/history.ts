import { room } from "../lib/tell";
import english from "./en/history.yaml";

export const { tell, Tell } = room("history", english);
