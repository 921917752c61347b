import { room } from "../lib/tell";
import english from "./en/cleaning.yaml";

export const { tell, Tell } = room("cleaning", english);
