package coop.waxmoor.controllers;

/** Answers for the weather. */
public class WeatherController extends BaseController {
    public String show() {
        return "fair";
    }

    public String forecast() {
        return "cloudy";
    }
}
