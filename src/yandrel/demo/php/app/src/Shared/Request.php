<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

/** What was asked for. */
final class Request
{
    /**
     * @param array<string, mixed> $body
     * @param array<string, string> $headers
     */
    public function __construct(
        public readonly string $method,
        public readonly string $path,
        public readonly array $body = [],
        public readonly array $headers = [],
    ) {
    }
}
