package waxmoor.scales;

public class Scale {
}
