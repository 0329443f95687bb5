package org.wax.app;

@ComponentScan("org.wax.bees")
@EntityScan(basePackages = {"org.wax.bees", "org.wax.app"})
public class App {
    String s = "org.wax.bees.Hive";
}
