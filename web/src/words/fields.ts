import { room } from "../lib/tell";
import english from "./en/fields.yaml";

export const { tell } = room("fields", english);
