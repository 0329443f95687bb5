using Waxmoor.Shared;

namespace Waxmoor.Validators
{
    public static class NameValidator
    {
        public static void Check(string name)
        {
            if (string.IsNullOrWhiteSpace(name))
            {
                throw new InvalidException("a name is missing");
            }
        }
    }
}
