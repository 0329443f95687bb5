using System.Reflection;

[assembly: AssemblyTitle("Waxmoor")]
