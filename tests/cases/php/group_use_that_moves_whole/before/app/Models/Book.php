<?php

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property Author $author
 */
class Book extends Model
{
    protected $fillable = ['title'];

    public function author()
    {
        return $this->belongsTo(Author::class);
    }
}
