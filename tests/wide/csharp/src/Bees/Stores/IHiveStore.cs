using System.Collections.Generic;
using Bees.Models;

namespace Bees.Stores
{
    /// <summary>Keeps hives.</summary>
    public interface IHiveStore
    {
        int Size { get; }

        /// <summary>Returns the one of a number.</summary>
        Hive Find(int number);

        IList<Hive> All();

        void Add(Hive hive);

        void Remove(int number);

        string Weigh();
    }
}
