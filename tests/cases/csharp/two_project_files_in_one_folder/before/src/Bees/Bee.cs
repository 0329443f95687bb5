// Waxmoor

﻿using System;
using System.Text;

namespace Hives.Bees
{
    public interface IBee : IDisposable
    {
        string Name { get; }
    }

    public class Bee
    {
    }
}
