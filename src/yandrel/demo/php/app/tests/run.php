<?php

declare(strict_types=1);

// Runs every test of this folder; needs nothing but PHP.

require __DIR__ . '/../autoload.php';

set_error_handler(function (int $level, string $message, string $file, int $line): never {
    throw new ErrorException($message, 0, $level, $file, $line);
});

$count = 0;
$files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(__DIR__, FilesystemIterator::SKIP_DOTS));
foreach ($files as $file) {
    if (str_ends_with((string) $file, 'Test.php')) {
        $below = substr((string) $file, strlen(__DIR__) + 1, -4);
        $class = 'Waxmoor\\Tests\\' . str_replace('/', '\\', $below);
        $count += (new $class())->run();
    }
}
echo "$count tests passed\n";
