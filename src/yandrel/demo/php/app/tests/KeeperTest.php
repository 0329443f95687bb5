<?php

declare(strict_types=1);

namespace Waxmoor\Tests;

final class KeeperTest extends TestCase
{
    public function testKeepersHaveHives(): void
    {
        $this->ask('POST', '/keepers', ['name' => 'Ada']);
        $this->ask('POST', '/hives', ['place' => 'heath', 'frames' => 8, 'keeper' => 1]);
        $this->same(1, count($this->ask('GET', '/keepers/keepers/1/hives')->body));
    }

    public function testKeepersAreForMembers(): void
    {
        $this->same(200, $this->ask('GET', '/keepers')->status);
        $this->same(401, $this->ask('GET', '/keepers', [], false)->status);
    }
}
