package coop.waxmoor.controllers;

/** Answers for the weather. */
public class WeatherController extends BaseController {
    public int show() {
        int day1 = 1;
        int day2 = 2;
        int day3 = 3;
        int day4 = 4;
        int day5 = 5;
        int day6 = 6;
        int day7 = 7;
        int day8 = 8;
        int day9 = 9;
        int day10 = 10;
        int day11 = 11;
        int day12 = 12;
        int day13 = 13;
        int day14 = 14;
        int day15 = 15;
        return day1 + day15;
    }
}
