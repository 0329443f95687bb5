package org.wax.hives;

public class Comb {
}
