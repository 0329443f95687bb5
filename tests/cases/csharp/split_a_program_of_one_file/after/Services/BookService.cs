using System.ComponentModel.DataAnnotations;
using Library.Helpers;
using Library.Models;
using Library.Repositories;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Services;

public class BookService
{
    private readonly IBookRepository _books;
    public BookService(IBookRepository books) => _books = books;
    public Task<List<Book>> List() => _books.All();
    public Task<Book> Create(CreateBookDto dto) => _books.Add(new Book { Title = dto.Title.Slugged() });
}
