<?php

spl_autoload_register(function ($class) {
    $root = dirname(__DIR__);
    $file = "$root/classes/" . str_replace('_', '/', strtolower($class)) . '.php';
    if (file_exists($file)) {
        include $file;
    }
});
