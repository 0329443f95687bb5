<?php

namespace Waxmoor\Hives;

use Waxmoor\Models\Base;
use Waxmoor\Models\Frame;

final class Hive extends Base implements \Countable
{
    /** @var list<Frame> */
    private array $frames = [];

    public function count(): int
    {
        return count($this->frames) ?: Frame::LEAST;
    }
}
