import { room } from "../lib/tell";
import english from "./en/progress.yaml";

export const { tell, Tell } = room("progress", english);
