<?php

declare(strict_types=1);

namespace Waxmoor\Routes;

use Waxmoor\Shared\{Response, Routes};

use function Waxmoor\Shared\season_of;

/** The season calendar. */
final class SeasonRoutes implements Routes
{
    public function routes(): array
    {
        return [
            ['GET', '/today', fn (): Response => new Response(['season' => season_of(new \DateTimeImmutable())])],
        ];
    }
}
