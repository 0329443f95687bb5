package coop.waxmoor.web;

public class HivePage {
    private final Label label = new Label();
}
