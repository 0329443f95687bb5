package coop.waxmoor.scales;

public class Scale {
    static {
        System.loadLibrary("scale");
    }

    public native int weigh(String hive);
}
