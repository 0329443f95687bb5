<?php

declare(strict_types=1);

namespace Waxmoor\Tests;

final class InspectionTest extends TestCase
{
    public function testManyMitesAreAWarning(): void
    {
        $this->ask('POST', '/hives', ['place' => 'heath', 'frames' => 8]);
        $this->ask('POST', '/hives/1/inspections', ['mites' => 1]);
        $this->ask('POST', '/hives/1/inspections', ['mites' => 7]);
        $this->same(2, count($this->ask('GET', '/hives/1/inspections')->body));
        $this->same(1, count($this->ask('GET', '/inspections/warnings')->body));
    }
}
