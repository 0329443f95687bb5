<?php

return ['model' => App\Domain\Models\Book::class, 'name' => 'App\\Domain\\Models\\Author'];
