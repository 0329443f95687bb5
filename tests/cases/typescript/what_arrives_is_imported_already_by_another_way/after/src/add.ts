import { log } from "./log";

export function add(): void {
  log("added");
}

export function keep(): void {
  log("kept");
}
