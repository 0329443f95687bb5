import { hives } from "./api.js";
import { open } from "./hives/hives.js";
import { weigh } from "./weighing/weigh.js";

open("Heath");
console.info(hives.weigh("Heath"), weigh("Moor"));
