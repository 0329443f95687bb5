package com.example.library.models

data class NewBookRequest(val title: String)
