import { room } from "../lib/tell";
import english from "./en/causes.yaml";

export const { tell, Tell } = room("causes", english);
