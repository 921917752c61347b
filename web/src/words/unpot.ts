import { room } from "../lib/tell";
import english from "./en/unpot.yaml";

export const { tell, Tell } = room("unpot", english);
