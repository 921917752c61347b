import { room } from "../lib/tell";
import english from "./en/intake.yaml";

export const { tell, Tell } = room("intake", english);
