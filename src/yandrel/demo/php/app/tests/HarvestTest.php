<?php

declare(strict_types=1);

namespace Waxmoor\Tests;

use Waxmoor\Models\Harvest;
use Waxmoor\Repositories\HarvestRepository;

/** @covers \Waxmoor\Services\HarvestService */
final class HarvestTest extends TestCase
{
    public function testHarvestsAreGradedAndSummedUp(): void
    {
        $this->ask('POST', '/hives', ['place' => 'heath', 'frames' => 8]);
        $made = $this->ask('POST', '/harvests', ['hive' => 1, 'day' => '2026-07-01', 'weight' => 21_000]);
        $this->same(['number' => 1, 'grade' => 'golden', 'worth' => 189], $made->body);
        $this->same(['summer' => 21_000], $this->ask('GET', '/harvests/totals')->body);
        $this->same(Harvest::class, (new HarvestRepository())->get(1)::class);
        $this->same('Waxmoor\Models\Harvest', Harvest::class);
    }

    public function testWeightsAreChecked(): void
    {
        $this->same(422, $this->ask('POST', '/harvests', ['hive' => 1, 'weight' => 0])->status);
    }
}
