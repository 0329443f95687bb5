using A.More;
namespace A.Controllers { public class Hive : Middle {} }
