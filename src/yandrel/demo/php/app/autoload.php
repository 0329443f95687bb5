<?php

declare(strict_types=1);

// Loads classes as composer.json says, so that nothing has to be installed.

$manifest = json_decode((string) file_get_contents(__DIR__ . '/composer.json'), true);

$roots = $manifest['autoload']['psr-4'] + $manifest['autoload-dev']['psr-4'];
uksort($roots, fn (string $a, string $b): int => strlen($b) <=> strlen($a));

spl_autoload_register(function (string $class) use ($roots): void {
    foreach ($roots as $prefix => $folder) {
        if (str_starts_with($class, $prefix)) {
            $path = __DIR__ . '/' . $folder . str_replace('\\', '/', substr($class, strlen($prefix))) . '.php';
            if (is_file($path)) {
                require $path;
                return;
            }
        }
    }
});

foreach ($manifest['autoload']['files'] as $file) {
    require_once __DIR__ . '/' . $file;
}
