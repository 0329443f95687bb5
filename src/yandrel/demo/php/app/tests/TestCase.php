<?php

declare(strict_types=1);

namespace Waxmoor\Tests;

use RuntimeException;
use Waxmoor\Application;
use Waxmoor\Repositories\BaseRepository;
use Waxmoor\Shared\Request;
use Waxmoor\Shared\Response;

/** Runs its methods that begin with "test", each on an empty co-operative. */
abstract class TestCase
{
    public function run(): int
    {
        $count = 0;
        foreach (get_class_methods($this) as $method) {
            if (str_starts_with($method, 'test')) {
                BaseRepository::forgetAll();
                $this->$method();
                $count++;
            }
        }
        return $count;
    }

    /** @param array<string, mixed> $body */
    protected function ask(string $method, string $path, array $body = [], bool $signed = true): Response
    {
        $headers = $signed ? ['X-Keeper' => '1'] : [];
        return (new Application())->handle(new Request($method, $path, $body, $headers));
    }

    protected function same(mixed $expected, mixed $actual): void
    {
        if ($expected !== $actual) {
            throw new RuntimeException(static::class . ': ' . var_export($actual, true) . ' is not ' . var_export($expected, true));
        }
    }
}
