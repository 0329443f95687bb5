package a.controllers;
public class Middle extends Base {}
