package hives

// Word is a word.
const Word = "hive"
