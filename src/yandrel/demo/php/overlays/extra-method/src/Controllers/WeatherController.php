<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

/** Answers for the weather. */
final class WeatherController extends BaseController
{
    public function show(): string
    {
        return 'fair';
    }

    public function forecast(): string
    {
        return 'cloudy';
    }
}
