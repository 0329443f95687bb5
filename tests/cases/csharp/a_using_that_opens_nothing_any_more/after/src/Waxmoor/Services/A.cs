using System;
using Waxmoor.Shared;

namespace Waxmoor.Services
{
    public class A
    {
        Ledger ledger;
    }
}
