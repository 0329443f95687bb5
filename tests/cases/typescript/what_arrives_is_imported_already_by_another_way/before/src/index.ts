export { log } from "./log";
