import Core
import Foundation
import Ledgers

let hive = Hive()
