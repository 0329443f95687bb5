using System;

namespace Waxmoor
{
	public class Keeper
	{
	}
}
