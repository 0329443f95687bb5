package a.controllers;
public class Lone {}
