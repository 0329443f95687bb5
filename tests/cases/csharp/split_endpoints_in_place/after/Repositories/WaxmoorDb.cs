using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Models;

namespace Waxmoor.Repositories;

public class WaxmoorDb : DbContext
{
    public WaxmoorDb(DbContextOptions<WaxmoorDb> options) : base(options) { }
    public DbSet<Hive> Hives => Set<Hive>();
    public DbSet<Harvest> Harvests => Set<Harvest>();
}
