package coop.waxmoor.colonies;

public interface Scale {
    double weigh();
}
