namespace System.Runtime.CompilerServices
{
    public class ExtensionAttribute : Attribute
    {
    }
}
