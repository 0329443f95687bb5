export interface User {
  id: string;
  email: string;
}
