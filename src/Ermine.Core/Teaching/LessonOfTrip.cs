using Ermine.Core.Trips;

namespace Ermine.Core.Teaching;

/// <summary>The lesson of a trip with its quiz.</summary>
/// <param name="Night">The night that it is told of, from 0.</param>
/// <param name="SleeperId">Whose bed and clothes it is told with.</param>
/// <param name="Pictures">The pictures, in the order of the memory word; none where the night has no low or no bed.</param>
/// <param name="Quiz">The questions.</param>
public sealed record LessonOfTrip(
    int Night,
    Guid SleeperId,
    IReadOnlyList<Lesson> Pictures,
    IReadOnlyList<QuizQuestion> Quiz
)
{
    /// <summary>The lesson told with one person's night.</summary>
    /// <param name="party">Everyone's run.</param>
    /// <param name="member">Whose, from 0.</param>
    /// <param name="night">Which night, from 0.</param>
    public static LessonOfTrip Of(IReadOnlyList<TripRun> party, int member, int night)
    {
        var pictures = Lessons.Of(party[member], night);
        return new(night, party[member].Model.Sleeper.Id, pictures, Teaching.Quiz.Of(pictures, party, night));
    }
}
