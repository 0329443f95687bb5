package coop.waxmoor.core;

public class Label {
}
