package coop.waxmoor.bees.hives;

public class HiveReport {
    public java.io.InputStream open() {
        return HiveReport.class.getResourceAsStream("report.txt");
    }

    public java.io.InputStream openOwn() {
        return getClass().getResourceAsStream("report.txt");
    }

    public java.io.InputStream openRooted() {
        return HiveReport.class.getResourceAsStream("/coop/waxmoor/bees/hives/report.txt");
    }
}
