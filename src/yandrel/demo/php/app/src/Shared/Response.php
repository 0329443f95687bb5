<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

/** What is answered. */
final class Response
{
    public function __construct(public readonly mixed $body, public readonly int $status = 200)
    {
    }
}
