package coop.waxmoor.models;

import java.util.*;

public class Keeper {
    List<String> names;
}
