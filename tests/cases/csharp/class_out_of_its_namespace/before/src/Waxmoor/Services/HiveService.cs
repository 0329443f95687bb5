using System;
using Waxmoor.Models;

namespace Waxmoor.Services
{
    public class HiveService
    {
        object hive = typeof(Hive);
        Frame frame = null;
    }
}
