package a.controllers
class Lone
