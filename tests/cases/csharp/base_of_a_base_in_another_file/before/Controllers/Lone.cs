namespace A.Controllers { public class Lone {} }
