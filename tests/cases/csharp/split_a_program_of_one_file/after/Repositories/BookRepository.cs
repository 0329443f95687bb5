using System.ComponentModel.DataAnnotations;
using Library.Models;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Repositories;

public class BookRepository : IBookRepository
{
    private readonly LibraryContext _db;
    public BookRepository(LibraryContext db) => _db = db;
    public Task<List<Book>> All() => _db.Books.ToListAsync();
    public async Task<Book?> Find(int id) => await _db.Books.FindAsync(id);
    public async Task<Book> Add(Book book)
    {
        _db.Books.Add(book);
        await _db.SaveChangesAsync();
        return book;
    }
}
