using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

namespace Waxmoor.Models;

public record CreateHive([Required] string Name, int Frames);
