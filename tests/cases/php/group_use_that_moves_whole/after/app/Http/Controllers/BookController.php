<?php

namespace App\Http\Controllers;

use App\Domain\Models\{Author, Book};
use App\Http\Requests\StoreBookRequest;
use App\Services\BookService;

class BookController extends Controller
{
    public function __construct(private BookService $books)
    {
    }

    public function index()
    {
        return view('books.index', ['books' => Book::with('author')->get(), 'authors' => Author::all()]);
    }

    public function store(StoreBookRequest $request)
    {
        $book = $this->books->add($request->validated());
        return redirect()->action('App\Http\Controllers\BookController@index');
    }
}
