using System.Collections.Generic;
using System.Linq;
using Waxmoor.Models;

namespace Waxmoor.Controllers
{
    public abstract class BaseController
    {
        protected static object Show(BaseModel row)
        {
            return row.Row();
        }

        protected static object List(IEnumerable<BaseModel> rows)
        {
            return rows.Select(row => row.Row()).ToList();
        }
    }
}
