<?php

use App\Http\Controllers\BookController;
use Illuminate\Support\Facades\Route;

Route::get('/books', [BookController::class, 'index']);
Route::post('/books', 'App\Http\Controllers\BookController@store')->middleware(\App\Http\Middleware\CheckKeeper::class);
