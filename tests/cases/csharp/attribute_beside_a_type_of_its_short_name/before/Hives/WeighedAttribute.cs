using System;

namespace Waxmoor.Hives
{
    public sealed class WeighedAttribute : Attribute
    {
    }
}
