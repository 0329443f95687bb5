package org.wax.app;

@ComponentScan("org.wax.hives")
@EntityScan(basePackages = {"org.wax.hives", "org.wax.app"})
public class App {
    String s = "org.wax.hives.Hive";
}
