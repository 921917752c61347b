import { room } from "../lib/tell";
import english from "./en/contagion.yaml";

export const { tell, Tell } = room("contagion", english);
