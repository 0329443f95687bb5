<?php

declare(strict_types=1);

namespace Waxmoor\Services;

final class HiveLetterService
{
    private string $greeting = 'Dear keeper';

    public function write(array $lines): string
    {
        return implode("\n", [$this->greeting . ',', '', ...$lines]);
    }
}
