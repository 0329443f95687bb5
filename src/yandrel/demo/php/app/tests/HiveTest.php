<?php

declare(strict_types=1);

namespace Waxmoor\Tests;

final class HiveTest extends TestCase
{
    public function testHivesAreAddedCountedAndGivenUp(): void
    {
        $this->same(201, $this->ask('POST', '/hives', ['place' => 'orchard', 'frames' => 10])->status);
        $this->same('orchard', $this->ask('GET', '/hives/1')->body->place);
        $this->same(['count' => 1], $this->ask('GET', '/hives/count')->body);
        $this->same(204, $this->ask('DELETE', '/hives/1')->status);
        $this->same(404, $this->ask('GET', '/hives/1')->status);
    }

    public function testTooManyFrames(): void
    {
        $this->same(422, $this->ask('POST', '/hives', ['place' => 'orchard', 'frames' => 99])->status);
    }

    public function testOnlyKeepersChangeAnything(): void
    {
        $this->same(401, $this->ask('POST', '/hives', [], false)->status);
    }
}
