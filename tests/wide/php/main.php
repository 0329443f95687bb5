<?php

declare(strict_types=1);

use Bees\Services\AuditService;
use Bees\Services\EntryService;
use Bees\Services\ReportService;
use Bees\Stores\MemoryHiveStore;

spl_autoload_register(function (string $name): void {
    require __DIR__ . '/src/' . str_replace('\\', '/', substr($name, 5)) . '.php';
});

$store = new MemoryHiveStore();
$entries = new EntryService($store);
$entries->enter('Heather', 30);
$entries->enter('Lime', 40);
$entries->leave(2);
echo (new ReportService($store))->report(), "\n";
echo (new AuditService($store))->first(), "\n";
