export { Company } from "./Company";
