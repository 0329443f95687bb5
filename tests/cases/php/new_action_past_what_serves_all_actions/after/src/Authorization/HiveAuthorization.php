<?php

namespace Waxmoor\Authorization;

class HiveAuthorization
{
    public function check(string $method, int $id): void
    {
    }
}
