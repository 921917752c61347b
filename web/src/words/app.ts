import { room } from "../lib/tell";
import english from "./en/app.yaml";

export const { tell, Tell } = room("app", english);
