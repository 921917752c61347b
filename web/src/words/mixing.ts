import { room } from "../lib/tell";
import english from "./en/mixing.yaml";

export const { tell, Tell } = room("mixing", english);
