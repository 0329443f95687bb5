package coop.waxmoor.web;

import java.beans.PropertyChangeEvent;
import java.sql.Connection;
import java.util.List;
import org.slf4j.Logger;

/** Not of {@link java.util.prefs.Preferences}. */
public class Store {
    private Connection connection;
    private Logger log;
    private java.util.logging.Level level;
    private List<PropertyChangeEvent> events;
}
