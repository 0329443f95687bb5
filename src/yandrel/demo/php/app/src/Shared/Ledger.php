<?php

declare(strict_types=1);

namespace Waxmoor\Ledgers;

/** What the co-operative owes its keepers: a price for each grade. */
final class Ledger
{
    public const PRICES = ['golden' => 9, 'amber' => 7, 'clear' => 5];

    public static function worth(string $grade, int $weight): int
    {
        return intdiv($weight * self::PRICES[$grade], 1000);
    }
}
