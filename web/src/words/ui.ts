import { room } from "../lib/tell";
import english from "./en/ui.yaml";

export const { tell, Tell } = room("ui", english);
