package coop.waxmoor.shared;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds the handler of a request. See {@link Handler}. */
public final class Router {
    private record Entry(String method, Pattern pattern, Handler handler) {
    }

    private final List<Entry> entries = new ArrayList<>();

    public Router add(String method, String path, Handler handler) {
        Pattern pattern = Pattern.compile(path.replaceAll("\\{\\w+\\}", "(\\\\d+)"));
        entries.add(new Entry(method, pattern, handler));
        return this;
    }

    public Router mount(String prefix, Router other) {
        for (Entry entry : other.entries) {
            entries.add(new Entry(entry.method(), Pattern.compile(prefix + entry.pattern()), entry.handler()));
        }
        return this;
    }

    /** Returns the same routes behind a guard. */
    public Router guarded(UnaryOperator<Handler> guard) {
        Router router = new Router();
        for (Entry entry : entries) {
            router.entries.add(new Entry(entry.method(), entry.pattern(), guard.apply(entry.handler())));
        }
        return router;
    }

    public Response dispatch(Request request) {
        for (Entry entry : entries) {
            Matcher found = entry.pattern().matcher(request.path());
            if (entry.method().equals(request.method()) && found.matches()) {
                int[] numbers = new int[found.groupCount()];
                for (int at = 0; at < numbers.length; at++) {
                    numbers[at] = Integer.parseInt(found.group(at + 1));
                }
                return entry.handler().handle(request, numbers);
            }
        }
        throw new NotFoundException("nothing answers " + request.method() + " " + request.path());
    }
}
