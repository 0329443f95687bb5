using System.ComponentModel.DataAnnotations;
using Library.Models;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Repositories;

public interface IBookRepository
{
    Task<List<Book>> All();
    Task<Book?> Find(int id);
    Task<Book> Add(Book book);
}
