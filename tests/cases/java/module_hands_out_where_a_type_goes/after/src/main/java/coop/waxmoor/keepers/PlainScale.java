package coop.waxmoor.keepers;

import coop.waxmoor.hives.Scale;

public class PlainScale implements Scale {
    public double weigh() {
        return 1.0;
    }
}
