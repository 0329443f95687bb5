<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use Waxmoor\Models\Hive;
use Waxmoor\Repositories\HiveRepository;
use Waxmoor\Validators\HiveValidator;

/** What can be done with hives. */
final class HiveService
{
    public function __construct(private HiveRepository $hives = new HiveRepository())
    {
    }

    /** @return list<Hive> */
    public function listHives(): array
    {
        return $this->hives->all();
    }

    /** @param array<string, mixed> $data */
    public function addHive(array $data): Hive
    {
        (new HiveValidator())->check($data);
        return $this->hives->add(new Hive($data['place'], $data['frames'], $data['keeper'] ?? null));
    }

    public function showHive(int $number): Hive
    {
        return $this->hives->get($number);
    }

    public function giveUpHive(int $number): void
    {
        $this->hives->remove($number);
    }
}
