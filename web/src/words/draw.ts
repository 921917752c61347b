import { room } from "../lib/tell";
import english from "./en/draw.yaml";

export const { tell, Tell } = room("draw", english);
