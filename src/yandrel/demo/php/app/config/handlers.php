<?php

declare(strict_types=1);

// Which middleware runs, in this order.

return [
    'Waxmoor\\Middleware\\ErrorMiddleware',
    'Waxmoor\\Middleware\\SignedInMiddleware',
];
