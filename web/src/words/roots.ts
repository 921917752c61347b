import { room } from "../lib/tell";
import english from "./en/roots.yaml";

export const { tell, Tell } = room("roots", english);
