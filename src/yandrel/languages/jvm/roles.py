"""Role hints for Java and Kotlin servers: annotations, bases, names, packages."""

from yandrel.model.evidence import Hint


def _hints(role: str, kind: str, weight: int, patterns: str) -> tuple[Hint, ...]:
    """Return one hint for each pattern; what a Java file is called, a Kotlin file is called too."""
    found = patterns.split()
    found += [p.removesuffix(".java") + ".kt" for p in found if p.endswith(".java")]
    return tuple(Hint(role, kind, pattern, weight) for pattern in found)


HINTS: tuple[Hint, ...] = (
    *_hints("test", "file", 9, "*Test.java *Tests.java *TestCase.java *IT.java *Spec.java"),
    *_hints("test", "folder", 8, "test tests androidTest integrationTest"),
    *_hints("test", "mark", 5, "Test ParameterizedTest SpringBootTest RunWith"),
    *_hints("entry", "mark", 7, "SpringBootApplication QuarkusMain MicronautApplication"),
    *_hints("entry", "file", 5, "Main.java Application.java App.java"),
    *_hints("entry", "base", 6, "Application ResourceConfig SpringBootServletInitializer"),
    *_hints("config", "mark", 6, "Configuration ConfigurationProperties"),
    *_hints("config", "file", 6, "*Config.java *Configuration.java *Properties.java *Settings.java"),
    *_hints("config", "folder", 5, "config configuration"),
    *_hints("route", "file", 6, "?*Routes.java ?*Router.java"),
    *_hints("route", "folder", 5, "routes routing"),
    *_hints("route", "type", 5, "?*Routes ?*Router"),
    *_hints("controller", "mark", 7, "Controller RestController Path ControllerAdvice WebServlet"),
    *_hints(
        "controller", "mark", 3, "GetMapping PostMapping PutMapping DeleteMapping RequestMapping GET POST"
    ),
    *_hints(
        "controller", "file", 6, "*Controller.java *Resource.java *Servlet.java *Endpoint.java *Handler.java"
    ),
    *_hints("controller", "folder", 5, "controller controllers servlet servlets handler handlers"),
    *_hints("controller", "parent", 4, "web rest"),
    *_hints("controller", "type", 5, "?*Controller ?*Servlet ?*Endpoint"),
    *_hints("controller", "base", 5, "*Controller HttpServlet HttpHandler"),
    *_hints("service", "mark", 7, "Service Stateless"),
    *_hints("service", "file", 6, "*Service.java *ServiceImpl.java *UseCase.java"),
    *_hints("service", "folder", 5, "service services usecase usecases"),
    *_hints("service", "type", 5, "?*Service ?*ServiceImpl ?*UseCase"),
    *_hints("repository", "mark", 7, "Repository Mapper"),
    *_hints("repository", "file", 6, "*Repository.java *Dao.java *DAO.java *Mapper.java"),
    *_hints("repository", "folder", 5, "repository repositories dao daos persistence"),
    *_hints("repository", "type", 5, "?*Repository ?*Dao ?*DAO"),
    *_hints("repository", "base", 6, "JpaRepository CrudRepository *Repository"),
    *_hints("model", "mark", 7, "Entity Table Document Embeddable MappedSuperclass"),
    *_hints("model", "folder", 5, "model models entity entities domain"),
    *_hints("model", "type", 4, "?*Entity ?*Model"),
    *_hints("schema", "file", 6, "*Dto.java *DTO.java *Request.java *Response.java *Form.java *Payload.java"),
    *_hints("schema", "folder", 5, "dto dtos schema schemas payload request response"),
    *_hints("schema", "type", 5, "?*Dto ?*DTO ?*Form ?*Payload"),
    *_hints("middleware", "file", 6, "*Interceptor.java *Middleware.java"),
    *_hints("middleware", "folder", 5, "filter filters interceptor interceptors middleware"),
    *_hints("middleware", "type", 5, "?*Interceptor ?*Middleware"),
    *_hints(
        "middleware",
        "base",
        6,
        "Filter HttpFilter OncePerRequestFilter GenericFilterBean WebFilter GlobalFilter",
    ),
    *_hints(
        "middleware", "base", 6, "ContainerRequestFilter ContainerResponseFilter AbstractGatewayFilterFactory"
    ),
    *_hints("command", "folder", 5, "command commands"),
    *_hints("command", "type", 4, "?*Command ?*CommandHandler"),
    *_hints("query", "folder", 5, "query queries"),
    *_hints("query", "type", 4, "?*Query ?*QueryHandler"),
    *_hints("event", "file", 5, "*Event.java *Listener.java"),
    *_hints("event", "folder", 5, "event events listener listeners"),
    *_hints("event", "type", 4, "?*Event ?*Listener"),
    *_hints("event", "mark", 4, "EventListener KafkaListener RabbitListener"),
    *_hints("task", "mark", 4, "Scheduled"),
    *_hints("task", "folder", 5, "job jobs task tasks"),
    *_hints("validator", "file", 6, "*Validator.java"),
    *_hints("validator", "folder", 5, "validator validators validation"),
    *_hints("validator", "type", 5, "?*Validator"),
    *_hints("helper", "file", 5, "*Utils.java *Util.java *Helper.java *Helpers.java"),
    *_hints("helper", "folder", 4, "util utils helper helpers"),
    *_hints("helper", "type", 4, "?*Utils ?*Util ?*Helper"),
    *_hints("error", "file", 6, "*Exception.java *Error.java"),
    *_hints("error", "folder", 5, "exception exceptions error errors"),
    *_hints("error", "type", 4, "?*Exception ?*Error"),
    *_hints("error", "base", 3, "*Exception *Error"),
    *_hints("migration", "folder", 7, "migration migrations"),
)
