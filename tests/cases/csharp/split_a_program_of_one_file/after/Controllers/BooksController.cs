using System.ComponentModel.DataAnnotations;
using Library.Models;
using Library.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Controllers;

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
