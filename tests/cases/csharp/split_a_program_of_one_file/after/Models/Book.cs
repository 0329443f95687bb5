using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Models;

public class Book
{
    public int Id { get; set; }
    [Required] public string Title { get; set; } = "";
    public Author? Author { get; set; }
}
