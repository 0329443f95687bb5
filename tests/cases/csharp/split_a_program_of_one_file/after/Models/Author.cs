using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Models;

public class Author
{
    public int Id { get; set; }
    public string Name { get; set; } = "";
}
