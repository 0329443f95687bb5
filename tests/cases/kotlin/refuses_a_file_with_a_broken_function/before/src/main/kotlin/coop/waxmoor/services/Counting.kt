package coop.waxmoor.services

import coop.waxmoor.models.Hive

class Counting {
    fun count(hives: List<Hive>): Int {
        var all = 0
        each = = hives of newer syntax { all += 1 };
        return all + hives.size
    }
}
