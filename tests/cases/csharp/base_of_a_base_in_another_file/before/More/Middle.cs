using A.Controllers;
namespace A.More { public class Middle : Base {} }
