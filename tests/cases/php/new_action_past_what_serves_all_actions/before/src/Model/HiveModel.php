<?php

namespace Waxmoor\Model;

class HiveModel
{
    public function update(int $id, string $name): bool
    {
        return true;
    }

    public function remove(int $id): bool
    {
        return true;
    }
}
