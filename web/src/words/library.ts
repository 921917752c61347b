import { room } from "../lib/tell";
import english from "./en/library.yaml";

export const { tell, Tell } = room("library", english);
