package coop.waxmoor.reports;

public class HiveReport {
    public java.io.InputStream open() {
        return HiveReport.class.getResourceAsStream("/coop/waxmoor/hives/report.txt");
    }

    public java.io.InputStream openOwn() {
        return getClass().getResourceAsStream("/coop/waxmoor/hives/report.txt");
    }

    public java.io.InputStream openRooted() {
        return HiveReport.class.getResourceAsStream("/coop/waxmoor/hives/report.txt");
    }
}
