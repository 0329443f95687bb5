package coop.waxmoor.hives;

public interface Scale {
    double weigh();
}
