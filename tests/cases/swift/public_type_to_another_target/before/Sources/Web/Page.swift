import Core
import Foundation

let hive = Hive()
