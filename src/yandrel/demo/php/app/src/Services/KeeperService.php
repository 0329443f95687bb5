<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use Waxmoor\Models\{Hive, Keeper};
use Waxmoor\Repositories\KeeperRepository;

/** What can be done with keepers. */
final class KeeperService
{
    private KeeperRepository $keepers;
    private HiveService $hives;

    public function __construct()
    {
        $this->keepers = new KeeperRepository();
        $this->hives = new HiveService();
    }

    /** @return list<Keeper> */
    public function listKeepers(): array
    {
        return $this->keepers->all();
    }

    public function addKeeper(string $name): Keeper
    {
        return $this->keepers->add(new Keeper($name));
    }

    /** @return list<Hive> */
    public function hivesOfKeeper(int $number): array
    {
        $this->keepers->get($number);
        return array_values(array_filter(
            $this->hives->listHives(),
            fn (Hive $hive): bool => $hive->keeper === $number,
        ));
    }
}
