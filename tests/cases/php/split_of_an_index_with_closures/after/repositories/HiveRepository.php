<?php

declare(strict_types=1);

class HiveRepository
{
    public function __construct(private \PDO $pdo) {}

    public function all(): array
    {
        return $this->pdo->query('SELECT * FROM hives')->fetchAll(\PDO::FETCH_ASSOC);
    }

    public function find(int $id): array
    {
        $statement = $this->pdo->prepare('SELECT * FROM hives WHERE id = ?');
        $statement->execute([$id]);
        return $statement->fetch(\PDO::FETCH_ASSOC) ?: throw new HiveNotFound("no hive $id");
    }
}
