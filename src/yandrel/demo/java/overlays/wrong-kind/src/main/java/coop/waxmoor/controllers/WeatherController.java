package coop.waxmoor.controllers;

/** Answers for the weather. */
public interface WeatherController {
    String show();
}
