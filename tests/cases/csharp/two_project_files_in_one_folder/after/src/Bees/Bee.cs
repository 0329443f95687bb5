// Waxmoor

﻿using System;
using System.Text;

namespace Hives.Bees
{
    public class Bee
    {
    }
}
