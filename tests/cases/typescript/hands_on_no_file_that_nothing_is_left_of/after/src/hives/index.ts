export * from "./crud";
export { weigh } from "../harvests/index";
