package coop.waxmoor.core;

import java.sql.Connection;

public class Store {
    private Connection connection;
}
