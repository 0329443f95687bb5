package coop.waxmoor.controllers;

/** Answers for the weather. */
public class WeatherController {
    public String show() {
        return "fair";
    }
}
