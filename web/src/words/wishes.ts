import { room } from "../lib/tell";
import english from "./en/wishes.yaml";

export const { tell, Tell } = room("wishes", english);
