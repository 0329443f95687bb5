<?php

declare(strict_types=1);

/*
 * The models of Waxmoor.
 */

namespace Waxmoor\Keepers;

use DateTimeImmutable;
use Waxmoor\Hive;
use Waxmoor\Shared\Mail;

/**
 * Somebody who keeps hives.
 */
class Keeper
{
    /** @var Hive[] */
    public array $hives = [];

    public function __construct(public DateTimeImmutable $since, public Mail $mail)
    {
    }

    public function first(): ?Hive
    {
        return $this->hives[0] ?? null;
    }
}
