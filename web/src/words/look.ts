import { room } from "../lib/tell";
import english from "./en/look.yaml";

export const { tell, Tell } = room("look", english);
