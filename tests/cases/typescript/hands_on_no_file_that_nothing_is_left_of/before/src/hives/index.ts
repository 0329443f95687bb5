export * from "./crud";
export * from "./weights";
