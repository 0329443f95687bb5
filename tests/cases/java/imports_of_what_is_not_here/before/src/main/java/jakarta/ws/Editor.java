package jakarta.ws;

public class Editor {
}
