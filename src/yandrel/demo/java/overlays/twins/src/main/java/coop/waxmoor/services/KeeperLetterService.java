package coop.waxmoor.services;

import java.util.List;

public class KeeperLetterService {
    private final String greeting = "Dear keeper";

    public String write(List<String> lines) {
        String head = greeting + ",";
        return head + "\n\n" + String.join("\n", lines);
    }
}
