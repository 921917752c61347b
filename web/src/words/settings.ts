import { room } from "../lib/tell";
import english from "./en/settings.yaml";

export const { tell, Tell } = room("settings", english);
