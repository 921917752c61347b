import { room } from "../lib/tell";
import english from "./en/forecast.yaml";

export const { tell, Tell } = room("forecast", english);
