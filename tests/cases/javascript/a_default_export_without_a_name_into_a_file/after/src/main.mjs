import { FIRST } from "./months.mjs";
import season from "./months.mjs";

console.log(await season(FIRST));
