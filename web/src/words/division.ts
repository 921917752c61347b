import { room } from "../lib/tell";
import english from "./en/division.yaml";

export const { tell, Tell } = room("division", english);
