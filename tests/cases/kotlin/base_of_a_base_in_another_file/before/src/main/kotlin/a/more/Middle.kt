package a.more
import a.controllers.*
open class Middle : Base()
