<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

/** Answers for the weather. */
interface WeatherController
{
    public function show(): string;
}
