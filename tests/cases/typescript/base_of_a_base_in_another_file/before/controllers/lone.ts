export class Lone {}
