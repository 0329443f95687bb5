using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

namespace Waxmoor.Models;

public class Hive
{
    public int Id { get; set; }
    public string Name { get; set; } = "";
    public int Frames { get; set; }
}
