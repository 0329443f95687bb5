export class BaseModel {
  number = 0;
}
