package coop.waxmoor.core;

import java.sql.Connection;
import java.util.logging.Logger;

public class Store {
    private Connection connection;
}

class Note {
    Logger log;
}
