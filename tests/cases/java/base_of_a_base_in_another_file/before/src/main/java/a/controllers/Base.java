package a.controllers;
public class Base {}
