global using Waxmoor.Models;
