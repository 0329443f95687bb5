<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

use Waxmoor\Shared\Response;

abstract class BaseController
{
    protected function made(mixed $body): Response
    {
        return new Response($body, 201);
    }

    protected function gone(): Response
    {
        return new Response(null, 204);
    }
}
