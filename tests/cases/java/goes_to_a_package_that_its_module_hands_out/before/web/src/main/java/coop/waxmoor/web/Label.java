package coop.waxmoor.web;

public class Label {
}
