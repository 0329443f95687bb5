class Middle: Base {}
