<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

/** Answers for the weather. */
final class WeatherController
{
    public function show(): string
    {
        return 'fair';
    }
}
