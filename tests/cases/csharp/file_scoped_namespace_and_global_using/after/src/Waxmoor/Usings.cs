global using Waxmoor.Domain.Models;
global using System;
