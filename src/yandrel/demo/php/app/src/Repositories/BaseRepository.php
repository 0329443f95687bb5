<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

use Waxmoor\Models\BaseModel;
use Waxmoor\Shared\NotFoundError;

/**
 * Keeps models in memory, by number.
 *
 * @template T of BaseModel
 */
abstract class BaseRepository
{
    protected const KIND = BaseModel::class;

    /** @var array<string, array<int, BaseModel>> */
    private static array $kept = [];

    /** @return list<T> */
    public function all(): array
    {
        return array_values(self::$kept[static::KIND] ?? []);
    }

    /** @return T */
    public function get(int $number): BaseModel
    {
        return self::$kept[static::KIND][$number]
            ?? throw new NotFoundError("there is no number $number here");
    }

    /** @return T */
    public function add(BaseModel $model): BaseModel
    {
        $model->number = count(self::$kept[static::KIND] ?? []) + 1;
        return self::$kept[static::KIND][$model->number] = $model;
    }

    public function remove(int $number): void
    {
        $this->get($number);
        unset(self::$kept[static::KIND][$number]);
    }

    public static function forgetAll(): void
    {
        self::$kept = [];
    }
}
