import { room } from "../lib/tell";
import english from "./en/plant.yaml";

export const { tell, Tell } = room("plant", english);
