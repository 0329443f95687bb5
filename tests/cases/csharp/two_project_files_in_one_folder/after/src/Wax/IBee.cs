using System;
using System.Text;

namespace Hives.Wax
{
    public interface IBee : IDisposable
    {
        string Name { get; }
    }
}
