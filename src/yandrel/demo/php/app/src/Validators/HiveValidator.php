<?php

declare(strict_types=1);

namespace Waxmoor\Validators;

use Waxmoor\Shared\InvalidError;

final class HiveValidator
{
    public const MOST_FRAMES = 24;

    /** @param array<string, mixed> $data */
    public function check(array $data): void
    {
        if (!is_string($data['place'] ?? null) || $data['place'] === '') {
            throw new InvalidError('a hive has a place');
        }
        if (!is_int($data['frames'] ?? null) || $data['frames'] > self::MOST_FRAMES) {
            throw new InvalidError('a hive has at most ' . self::MOST_FRAMES . ' frames');
        }
    }
}
