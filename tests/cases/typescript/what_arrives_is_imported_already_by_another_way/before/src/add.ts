import { log } from "./log";

export function add(): void {
  log("added");
}
