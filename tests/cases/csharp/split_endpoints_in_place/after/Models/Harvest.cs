using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

namespace Waxmoor.Models;

public class Harvest
{
    public int Id { get; set; }
    public int HiveId { get; set; }
    public decimal Kilos { get; set; }
}
