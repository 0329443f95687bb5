using System;

namespace Waxmoor.Scales
{
    public sealed class WeighedAttribute : Attribute
    {
    }
}
