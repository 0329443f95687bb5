global using Waxmoor.Models;
global using System;
