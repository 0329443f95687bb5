<?php

declare(strict_types=1);

namespace Bees\Services;

use Bees\Models\Hive;
use Bees\Stores\HiveStore;

final class EntryService
{
    private HiveStore $store;

    public function __construct(HiveStore $store)
    {
        $this->store = $store;
    }

    public function enter(string $name, int $weight): void
    {
        $this->store->add(new Hive($name, $weight));
    }

    public function leave(int $number): void
    {
        $this->store->remove($number);
    }
}
