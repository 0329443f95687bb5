import { hives } from "./api.js";
import { weigh, open } from "./hives/hives.js";

open("Heath");
console.info(hives.weigh("Heath"), weigh("Moor"));
