package a.controllers
import a.more.Middle as M
class Hive : M()
