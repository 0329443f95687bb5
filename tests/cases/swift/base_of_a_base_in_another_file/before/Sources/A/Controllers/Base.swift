class Base {}
