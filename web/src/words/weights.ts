import { room } from "../lib/tell";
import english from "./en/weights.yaml";

export const { tell, Tell } = room("weights", english);
