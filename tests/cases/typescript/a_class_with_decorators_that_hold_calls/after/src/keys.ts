export enum Scope { ONE }
