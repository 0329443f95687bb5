package coop.waxmoor.reports;

public class Report {
}
