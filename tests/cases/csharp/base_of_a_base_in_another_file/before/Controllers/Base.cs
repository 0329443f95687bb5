namespace A.Controllers { public class Base {} }
