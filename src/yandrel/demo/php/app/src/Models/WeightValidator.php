<?php

declare(strict_types=1);

namespace Waxmoor\Models;

use Waxmoor\Shared\InvalidError;

/** A harvest weighs between one gram and sixty kilograms. */
final class WeightValidator
{
    public function check(mixed $weight): int
    {
        if (!is_int($weight) || $weight < 1 || $weight > 60_000) {
            throw new InvalidError('a weight is 1 to 60000 grams');
        }
        return $weight;
    }
}
