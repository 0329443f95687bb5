export class Scale {}
