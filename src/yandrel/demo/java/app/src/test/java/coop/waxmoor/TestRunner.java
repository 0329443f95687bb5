package coop.waxmoor;

import java.util.List;

/** Runs every test; needs nothing but Java. */
public class TestRunner {
    public static void main(String[] words) {
        ApplicationTest test = new ApplicationTest();
        List<Runnable> tests = List.of(test::testHives, test::testHarvests, test::testInspections, test::testKeepers);
        for (Runnable run : tests) {
            test.forgetAll();
            run.run();
        }
        System.out.println(tests.size() + " tests passed");
    }
}
