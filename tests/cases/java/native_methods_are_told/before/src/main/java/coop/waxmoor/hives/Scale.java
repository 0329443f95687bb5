package coop.waxmoor.hives;

public class Scale {
    static {
        System.loadLibrary("scale");
    }

    public native int weigh(String hive);
}
