package org.wax.bees;

public class Comb {
}
