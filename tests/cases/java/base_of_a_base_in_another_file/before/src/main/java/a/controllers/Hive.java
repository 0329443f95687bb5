package a.controllers;
public class Hive extends Middle {}
