<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

/** A group of routes. */
interface Routes
{
    /** @return list<array{string, string, callable}> method, path and handler of each */
    public function routes(): array;
}
