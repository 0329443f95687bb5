export class Page {}
