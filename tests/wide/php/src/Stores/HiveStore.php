<?php

declare(strict_types=1);

namespace Bees\Stores;

use Bees\Models\Hive;

/** Keeps hives. */
interface HiveStore
{
    public const FIRST = 1;

    /** Returns the one of a number. */
    public function find(int $number): Hive;

    /** @return list<Hive> */
    public function all(): array;

    public function add(Hive $hive): void;

    public function remove(int $number): void;

    public function weigh(): string;
}
