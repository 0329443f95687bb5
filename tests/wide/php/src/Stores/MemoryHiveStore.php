<?php

declare(strict_types=1);

namespace Bees\Stores;

use Bees\Models\Hive;

final class MemoryHiveStore implements HiveStore
{
    /** @var list<Hive> */
    private array $rows = [];

    public function find(int $number): Hive
    {
        return $this->rows[$number - self::FIRST];
    }

    public function all(): array
    {
        return $this->rows;
    }

    public function add(Hive $hive): void
    {
        $this->rows[] = $hive;
    }

    public function remove(int $number): void
    {
        array_splice($this->rows, $number - 1, 1);
    }

    public function weigh(): string
    {
        return implode(';', array_map(fn (Hive $hive) => "$hive->name=$hive->weight", $this->rows));
    }
}
