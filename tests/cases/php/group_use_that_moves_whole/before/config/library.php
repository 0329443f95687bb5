<?php

return ['model' => App\Models\Book::class, 'name' => 'App\\Models\\Author'];
