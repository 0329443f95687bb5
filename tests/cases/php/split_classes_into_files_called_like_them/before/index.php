<?php
declare(strict_types=1);

require __DIR__ . '/config.php';

session_start();

class Database
{
    private static ?PDO $pdo = null;

    public static function get(): PDO
    {
        if (self::$pdo === null) {
            self::$pdo = new PDO(DB_DSN);
            self::$pdo->setAttribute(PDO::ATTR_ERRMODE, PDO::ERRMODE_EXCEPTION);
        }
        return self::$pdo;
    }
}

class Book
{
    public function __construct(public int $id, public string $title, public int $copies = 1) {}
}

class BookRepository
{
    public function all(): array
    {
        return array_map(fn ($r) => new Book((int) $r['id'], $r['title'], (int) $r['copies']),
            Database::get()->query('SELECT * FROM books')->fetchAll());
    }

    public function find(int $id): ?Book
    {
        $s = Database::get()->prepare('SELECT * FROM books WHERE id = ?');
        $s->execute([$id]);
        $r = $s->fetch();
        return $r ? new Book((int) $r['id'], $r['title'], (int) $r['copies']) : null;
    }

    public function add(string $title): int
    {
        Database::get()->prepare('INSERT INTO books (title) VALUES (?)')->execute([$title]);
        return (int) Database::get()->lastInsertId();
    }
}

class BookController
{
    private BookRepository $books;

    public function __construct()
    {
        $this->books = new BookRepository();
    }

    public function index(): void
    {
        json_response($this->books->all());
    }

    public function show(int $id): void
    {
        $book = $this->books->find($id);
        $book ? json_response($book) : not_found();
    }

    public function store(): void
    {
        $title = trim($_POST['title'] ?? '');
        if ($title === '') {
            json_response(['error' => 'title missing'], 422);
            return;
        }
        json_response(['id' => $this->books->add($title)], 201);
    }
}

function json_response(mixed $data, int $status = 200): void
{
    http_response_code($status);
    header('Content-Type: application/json');
    echo json_encode($data);
}

function not_found(): void
{
    json_response(['error' => 'not found'], 404);
}

function require_login(): void
{
    if (empty($_SESSION['user'])) {
        json_response(['error' => 'login first'], 401);
        exit;
    }
}

$path = parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
$method = $_SERVER['REQUEST_METHOD'];

if ($path === '/books' && $method === 'GET') {
    (new BookController())->index();
} elseif ($path === '/books' && $method === 'POST') {
    require_login();
    (new BookController())->store();
} elseif (preg_match('#^/books/(\d+)$#', $path, $m)) {
    (new BookController())->show((int) $m[1]);
} else {
    not_found();
}
