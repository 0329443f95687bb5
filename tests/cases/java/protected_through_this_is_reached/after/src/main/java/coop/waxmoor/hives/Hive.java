package coop.waxmoor.hives;

import coop.waxmoor.models.Base;

public class Hive extends Base {
    int size() {
        return frames + this.frames + super.more();
    }
}
