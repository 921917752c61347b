import { room } from "../lib/tell";
import english from "./en/people.yaml";

export const { tell, Tell } = room("people", english);
