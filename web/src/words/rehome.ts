import { room } from "../lib/tell";
import english from "./en/rehome.yaml";

export const { tell, Tell } = room("rehome", english);
