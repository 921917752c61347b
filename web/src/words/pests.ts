import { room } from "../lib/tell";
import english from "./en/pests.yaml";

export const { tell, Tell } = room("pests", english);
