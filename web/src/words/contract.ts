import { room } from "../lib/tell";
import english from "./en/contract.yaml";

export const { tell, Tell } = room("contract", english);
