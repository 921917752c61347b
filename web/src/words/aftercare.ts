import { room } from "../lib/tell";
import english from "./en/aftercare.yaml";

export const { tell, Tell } = room("aftercare", english);
