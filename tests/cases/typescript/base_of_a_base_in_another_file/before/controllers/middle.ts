import Core, { Base } from './base';
export default class Middle extends Base {}
