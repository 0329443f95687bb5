package com.example.library.models

data class Book(val id: Int, val title: String, val copies: Int = 1)
