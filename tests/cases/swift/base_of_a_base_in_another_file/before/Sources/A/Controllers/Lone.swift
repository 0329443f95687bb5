class Lone {}
