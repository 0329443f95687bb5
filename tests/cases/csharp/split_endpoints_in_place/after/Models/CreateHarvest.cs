using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

namespace Waxmoor.Models;

public record CreateHarvest(int HiveId, decimal Kilos);
