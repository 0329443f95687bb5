<?php

spl_autoload_register(function (string $class): void {
    $path = __DIR__ . '/src/' . str_replace(['Waxmoor\\', '\\'], ['', '/'], $class) . '.php';
    if (is_file($path)) {
        require $path;
    }
});

require __DIR__ . '/src/server.php';
