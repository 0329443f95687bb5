export class Base {}
