export class Frame {}
