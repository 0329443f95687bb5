package a.controllers
open class Base
