package org.wax.app;

/** Times all of {@code org.wax.hives}. */
public class Timing {
    static final String CUT = "execution(* org.wax.hives.*.*(..))";
}
