namespace Waxmoor.Shared
{
    /// <summary>Takes what is needed out of a <see cref="Request"/>.</summary>
    public static class RequestExtensions
    {
        public static int Number(this Request request, string name)
        {
            int number;
            if (!int.TryParse(request.Text(name), out number))
            {
                throw new InvalidException(name + " must be a number");
            }
            return number;
        }

        public static string Text(this Request request, string name)
        {
            string text;
            if (!request.Values.TryGetValue(name, out text))
            {
                throw new InvalidException(name + " is missing");
            }
            return text;
        }
    }
}
