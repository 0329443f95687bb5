using System;
using Waxmoor.Ledgers;

namespace Waxmoor.Services
{
    public class A
    {
        Ledger ledger;
    }
}
