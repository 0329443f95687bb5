export * as hives from "./hives/hives.js";
