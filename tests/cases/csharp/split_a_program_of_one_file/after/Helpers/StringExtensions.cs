using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Helpers;

public static class StringExtensions
{
    public static string Slugged(this string text) => text.ToLowerInvariant().Replace(' ', '-');
}
