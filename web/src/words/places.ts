import { room } from "../lib/tell";
import english from "./en/places.yaml";

export const { tell, Tell } = room("places", english);
