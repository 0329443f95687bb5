import season from "./season.mjs";
import { FIRST } from "./months.mjs";

console.log(await season(FIRST));
