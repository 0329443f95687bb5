using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddDbContext<LibraryContext>(o => o.UseInMemoryDatabase("library"));
builder.Services.AddScoped<IBookRepository, BookRepository>();
builder.Services.AddScoped<BookService>();
builder.Services.AddControllers();

var app = builder.Build();
app.UseMiddleware<RequestTimingMiddleware>();
app.MapControllers();
app.MapGet("/health", () => Results.Ok("up"));
app.MapGet("/api/authors", async (LibraryContext db) => await db.Authors.ToListAsync());
app.Run();

public class Book
{
    public int Id { get; set; }
    [Required] public string Title { get; set; } = "";
    public Author? Author { get; set; }
}

public class Author
{
    public int Id { get; set; }
    public string Name { get; set; } = "";
}

public record CreateBookDto(string Title, int AuthorId);

public class LibraryContext : DbContext
{
    public LibraryContext(DbContextOptions<LibraryContext> options) : base(options) { }
    public DbSet<Book> Books => Set<Book>();
    public DbSet<Author> Authors => Set<Author>();
}

public interface IBookRepository
{
    Task<List<Book>> All();
    Task<Book?> Find(int id);
    Task<Book> Add(Book book);
}

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

public class BookService
{
    private readonly IBookRepository _books;
    public BookService(IBookRepository books) => _books = books;
    public Task<List<Book>> List() => _books.All();
    public Task<Book> Create(CreateBookDto dto) => _books.Add(new Book { Title = dto.Title.Slugged() });
}

[ApiController]
[Route("api/[controller]")]
public class BooksController : ControllerBase
{
    private readonly BookService _service;
    public BooksController(BookService service) => _service = service;

    [HttpGet]
    public async Task<IActionResult> List() => Ok(await _service.List());

    [HttpPost]
    public async Task<IActionResult> Create(CreateBookDto dto) => Ok(await _service.Create(dto));
}

public class RequestTimingMiddleware
{
    private readonly RequestDelegate _next;
    public RequestTimingMiddleware(RequestDelegate next) => _next = next;
    public async Task Invoke(HttpContext context) => await _next(context);
}

public static class StringExtensions
{
    public static string Slugged(this string text) => text.ToLowerInvariant().Replace(' ', '-');
}
