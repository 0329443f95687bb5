package coop.waxmoor.web;

import java.util.logging.Logger;

class Note {
    Logger log;
}
